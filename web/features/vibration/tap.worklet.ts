/** Hands the microphone's samples to the page, as they come. */
declare abstract class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, kind: new () => AudioWorkletProcessor): void;

/** Blocks of 128 are gathered: a message for each would keep the page busy. */
const GATHER = 32;

class Tap extends AudioWorkletProcessor {
  private gathered: Float32Array[] = [];

  process(inputs: Float32Array[][]): boolean {
    const channel = inputs[0]?.[0];
    if (channel) this.gathered.push(channel.slice());
    if (this.gathered.length >= GATHER) {
      this.port.postMessage(this.gathered);
      this.gathered = [];
    }
    return true;
  }
}

registerProcessor("tap", Tap);
