import { dayOfWeek, formatDay, formatWeekday, type CalendarDay } from '@/core/time';
import { Button, Dialog, DialogActs } from '@/ui';

/** Minutes changed on one day of the card: for that day, or for good? */
export function MinutesDialog({
  day,
  minutes,
  onChosen,
  onClose,
}: {
  readonly day: CalendarDay;
  readonly minutes: number;
  readonly onChosen: (howLong: 'that day' | 'from now on') => void;
  readonly onClose: () => void;
}) {
  const weekday = formatWeekday(dayOfWeek(day));
  return (
    <Dialog title={`${minutes} minutes on ${weekday}`} onClose={onClose} typed={false}>
      <DialogActs>
        <Button look="do" onClick={() => onChosen('that day')}>
          This week only, {formatDay(day, 'medium')}
        </Button>
        <Button onClick={() => onChosen('from now on')}>Every {weekday} from now on</Button>
        <Button onClick={onClose}>Leave it as it was</Button>
      </DialogActs>
    </Dialog>
  );
}
