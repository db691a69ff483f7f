// Runs beside the sound itself: hands what arrives on in blocks, straight to whoever measures it, past the page.
const length = 1024;

class AudioTap extends AudioWorkletProcessor {
  constructor() {
    super();
    this.block = new Float32Array(length);
    this.held = 0;
    this.port.onmessage = ({ data }) => (this.to = data);
  }

  process([input]) {
    const samples = input?.[0];
    if (!samples) return true;
    for (const sample of samples) {
      this.block[this.held] = sample;
      this.held += 1;
      if (this.held < length) continue;
      this.to?.postMessage(this.block, [this.block.buffer]);
      this.block = new Float32Array(length);
      this.held = 0;
    }
    return true;
  }
}

registerProcessor('audio-tap', AudioTap);
