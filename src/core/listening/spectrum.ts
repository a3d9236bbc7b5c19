import FFT from 'fft.js';

/** The spectrum of one window of sound after another. */
export class Spectrum {
  private readonly fft: InstanceType<typeof FFT>;
  private readonly window: Float64Array;
  private readonly input: number[];
  private readonly output: number[];
  /** Of the window last asked for: size of each bin up to the middle. */
  readonly sizes: Float64Array;

  constructor(readonly length: number) {
    this.fft = new FFT(length);
    this.window = Float64Array.from({ length }, (_, at) => 0.5 - 0.5 * Math.cos((2 * Math.PI * at) / length));
    this.input = new Array<number>(length).fill(0);
    this.output = this.fft.createComplexArray() as number[];
    this.sizes = new Float64Array(length / 2);
  }

  /** @param from - first sample; what lies outside the sound is silence */
  at(samples: Float32Array, from: number): Float64Array {
    for (let at = 0; at < this.length; at += 1)
      this.input[at] = (samples[from + at] ?? 0) * (this.window[at] as number);
    this.fft.realTransform(this.output, this.input);
    for (let bin = 0; bin < this.sizes.length; bin += 1)
      this.sizes[bin] = Math.hypot(this.output[2 * bin] as number, this.output[2 * bin + 1] as number);
    return this.sizes;
  }
}
