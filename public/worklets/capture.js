/* global AudioWorkletProcessor, registerProcessor */
// Hands what a microphone hears to the page, piece by piece.
class Capture extends AudioWorkletProcessor {
  constructor() {
    super();
    this.piece = new Float32Array(2048);
    this.filled = 0;
  }

  process([input]) {
    const [channel] = input;
    if (channel)
      for (const value of channel) {
        this.piece[this.filled] = value;
        this.filled += 1;
        if (this.filled === this.piece.length) {
          this.port.postMessage(this.piece);
          this.piece = new Float32Array(2048);
          this.filled = 0;
        }
      }
    return true;
  }
}

registerProcessor('capture', Capture);
