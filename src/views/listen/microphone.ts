/** Samples a second that are kept. */
const RATE = 22_050;

export interface Recorder {
  /** Forgets what was heard so far. */
  readonly again: () => void;
  /** What was heard so far. */
  readonly stop: () => { readonly rate: number; readonly samples: Float32Array };
}

/** Why nothing, or nothing more, is heard. */
export type Trouble = 'refused' | 'no device' | 'lost' | 'not here';

export const TROUBLE: Readonly<Record<Trouble, string>> = {
  refused: 'The browser does not allow it. Allow it beside the address, then press Listen again.',
  'no device': 'No device is connected.',
  lost: 'The device was lost. What was heard until then is kept.',
  'not here': 'This browser cannot do it. Open a file, or tap.',
};

/** What a failure to open a device means. */
export function troubleOf(error: unknown): Trouble {
  const name = error instanceof DOMException ? error.name : '';
  if (name === 'NotAllowedError' || name === 'SecurityError') return 'refused';
  if (name === 'NotFoundError' || name === 'OverconstrainedError') return 'no device';
  return name === 'NotReadableError' ? 'lost' : 'not here';
}

/**
 * Records the microphone, as it comes: nothing cancelled, suppressed or levelled.
 * @param hear - the level, 0 to 1, a few times a second
 * @param lose - when the device goes
 */
export async function recordMicrophone(hear: (level: number) => void, lose: () => void): Promise<Recorder> {
  const stream = await navigator.mediaDevices.getUserMedia({
    audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false, channelCount: 1 },
  });
  const context = new AudioContext({ sampleRate: RATE });
  const pieces: Float32Array[] = [];
  const end = () => {
    for (const track of stream.getTracks()) track.stop();
    void context.close().catch(() => undefined);
  };
  try {
    await context.audioWorklet.addModule('/worklets/capture.js');
  } catch (error) {
    end();
    throw error;
  }
  const source = context.createMediaStreamSource(stream);
  const capture = new AudioWorkletNode(context, 'capture', { numberOfOutputs: 0 });
  capture.port.onmessage = ({ data }: MessageEvent<Float32Array>) => {
    pieces.push(data);
    hear(data.reduce((most, value) => Math.max(most, Math.abs(value)), 0));
  };
  source.connect(capture);
  for (const track of stream.getAudioTracks()) track.addEventListener('ended', lose);
  return {
    again: () => {
      pieces.length = 0;
    },
    stop: () => {
      capture.port.onmessage = null;
      end();
      const samples = new Float32Array(pieces.reduce((sum, piece) => sum + piece.length, 0));
      let at = 0;
      for (const piece of pieces) {
        samples.set(piece, at);
        at += piece.length;
      }
      return { rate: context.sampleRate, samples };
    },
  };
}
