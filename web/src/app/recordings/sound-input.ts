import { DestroyRef, inject, Injectable, signal } from '@angular/core';
import { RecordingReader } from './recording-reader';
import type { SoundHeard } from './recording.worker';

const rememberedAs = 'amber-relay-sound-input';
/** So long without a block, something is wrong. */
const silentMs = 3000;
const silent = 'Nothing has come from the input for some seconds: is it still there?';

export interface Input {
  readonly id: string;
  readonly name: string;
}

/** Why an input is not heard, and what to do; the name is that of the browser's error. */
function refusalText(name: string): string {
  switch (name) {
    case 'NotAllowedError':
    case 'SecurityError':
      return 'The browser does not let this page hear: allow the microphone beside the address, then start again. A recording can be taken instead.';
    case 'NotFoundError':
    case 'OverconstrainedError':
      return 'No such input is there: plug it in, or choose another. A recording can be taken instead.';
    case 'NotReadableError':
      return 'The input is in use by another program, or has failed: close that, or choose another.';
    default:
      return 'The input cannot be heard here. A recording can be taken instead.';
  }
}

/** The microphone or line input, heard live; what was taken stays when it goes. */
@Injectable()
export class SoundInput {
  private readonly reader = inject(RecordingReader);
  readonly inputs = signal<readonly Input[]>([]);
  readonly chosen = signal(localStorage.getItem(rememberedAs) ?? '');
  readonly state = signal<'off' | 'asking' | 'on'>('off');
  /** Why it is not heard any more. */
  readonly says = signal('');
  readonly heard = signal<SoundHeard | undefined>(undefined);
  /** When the last reading came, for the clock that sees that none does. */
  private lastMs = 0;
  private end: () => void = () => undefined;
  private round = 0;
  private toneHz: number | undefined;

  constructor() {
    const list = (): void => void this.list();
    const devices = mediaDevices();
    devices?.addEventListener('devicechange', list);
    inject(DestroyRef).onDestroy(() => {
      devices?.removeEventListener('devicechange', list);
      this.stop();
    });
    void this.list();
  }

  get name(): string {
    return this.inputs().find(({ id }) => id === this.chosen())?.name ?? 'the usual input';
  }

  choose(id: string): void {
    this.chosen.set(id);
    localStorage.setItem(rememberedAs, id);
    if (this.state() === 'on') void this.start(this.toneHz);
  }

  private async list(): Promise<void> {
    const all = (await mediaDevices()?.enumerateDevices()) ?? [];
    const inputs = all.filter(({ kind, deviceId }) => kind === 'audioinput' && deviceId && deviceId !== 'default');
    this.inputs.set(inputs.map(({ deviceId, label }, k) => ({ id: deviceId, name: label || `input ${k + 1}` })));
  }

  /** Begins to hear, after a press. */
  async start(toneHz?: number): Promise<void> {
    this.stop();
    const round = (this.round += 1);
    this.toneHz = toneHz;
    this.says.set('');
    this.heard.set(undefined);
    this.state.set('asking');
    try {
      const devices = mediaDevices();
      if (!devices) throw new DOMException('none', 'NotFoundError');
      const known = this.inputs().some(({ id }) => id === this.chosen());
      // What is measured must be what arrives: nothing may be taken out of it, or levelled.
      const stream = await devices.getUserMedia({
        audio: {
          echoCancellation: false,
          noiseSuppression: false,
          autoGainControl: false,
          channelCount: 1,
          ...(known ? { deviceId: { exact: this.chosen() } } : {}),
        },
      });
      if (round !== this.round) return stream.getTracks().forEach((track) => track.stop());
      await this.hear(stream, toneHz);
      // Stopped while it was being opened.
      if (round !== this.round) return;
      this.state.set('on');
      void this.list();
    } catch (error) {
      if (round !== this.round) return;
      this.stop();
      this.says.set(refusalText(error instanceof Error ? error.name : ''));
    }
  }

  private async hear(stream: MediaStream, toneHz: number | undefined): Promise<void> {
    const context = new AudioContext();
    const channel = new MessageChannel();
    const round = this.round;
    this.lastMs = Date.now();
    const watching = setInterval(() => {
      if (Date.now() - this.lastMs > silentMs) this.says.set(silent);
    }, 1000);
    this.end = () => {
      clearInterval(watching);
      stream.getTracks().forEach((track) => track.stop());
      channel.port1.close();
      void context.close();
    };
    const gone = (): void => {
      this.stop();
      this.says.set('The input has gone: is it unplugged? What was taken stays; go on by hand, or start again.');
    };
    stream.getTracks().forEach((track) => track.addEventListener('ended', gone));
    await context.audioWorklet.addModule('audio-tap.js');
    await context.resume();
    const tap = new AudioWorkletNode(context, 'audio-tap');
    tap.port.postMessage(channel.port1, [channel.port1]);
    await this.reader.hear(channel.port2, context.sampleRate, toneHz, (heard) => {
      if (round !== this.round) return;
      this.lastMs = Date.now();
      if (this.says() === silent) this.says.set('');
      this.heard.set(heard);
    });
    // Nothing of it is sounded; without a way out it would not be drawn.
    const mute = new GainNode(context, { gain: 0 });
    context.createMediaStreamSource(stream).connect(tap).connect(mute).connect(context.destination);
  }

  stop(): void {
    this.round += 1;
    this.end();
    this.end = () => undefined;
    this.state.set('off');
  }
}

/** On a page that is not safe, the browser has none. */
const mediaDevices = (): MediaDevices | undefined => (navigator as { mediaDevices?: MediaDevices }).mediaDevices;
