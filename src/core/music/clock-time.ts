/** 172 seconds as "2:52"; whole seconds, 0 or more. */
export const formatTime = (seconds: number): string => {
  const whole = Math.round(seconds);
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
};

/** Reads "2:52" or "172" (seconds) into seconds; undefined when it is neither. */
export function parseTime(text: string): number | undefined {
  const clock = /^\s*(\d{1,3}):([0-5]\d)\s*$/.exec(text);
  if (clock) return Number(clock[1]) * 60 + Number(clock[2]);
  return /^\s*\d{1,5}\s*$/.test(text) ? Number(text) : undefined;
}

/** 340 as "340 min", 810 minutes of practice as "13 h 30 min". */
export const formatMinutes = (minutes: number): string => {
  const whole = Math.round(minutes);
  if (whole < 600) return `${whole} min`;
  return whole % 60 === 0 ? `${whole / 60} h` : `${Math.floor(whole / 60)} h ${whole % 60} min`;
};
