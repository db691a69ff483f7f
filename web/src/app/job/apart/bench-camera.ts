import { Injectable, signal, type OnDestroy } from '@angular/core';
import type { Photo } from '../../storage/job-repository';

/** The camera over the bench, where there is one. */
@Injectable()
export class BenchCamera implements OnDestroy {
  readonly stream = signal<MediaStream | undefined>(undefined);
  /** Why there is none. */
  readonly trouble = signal('');
  private taken = 0;

  async on(): Promise<void> {
    this.trouble.set('');
    try {
      this.stream.set(
        await navigator.mediaDevices.getUserMedia({
          video: { facingMode: 'environment', width: { ideal: 1600 }, height: { ideal: 1200 } },
        }),
      );
    } catch (error) {
      const denied = error instanceof DOMException && error.name === 'NotAllowedError';
      this.trouble.set(
        denied
          ? 'The browser does not let the camera be used: allow it, or take the picture from a file.'
          : 'No camera was found: take the picture from a file.',
      );
    }
  }

  off(): void {
    for (const track of this.stream()?.getTracks() ?? []) track.stop();
    this.stream.set(undefined);
  }

  /** What the camera sees now, as a picture. */
  async take(video: HTMLVideoElement): Promise<Photo | undefined> {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [video.videoWidth, video.videoHeight];
    canvas.getContext('2d')?.drawImage(video, 0, 0);
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', 0.85));
    this.taken += 1;
    return blob ? { name: `step-${this.taken}.jpg`, type: 'image/jpeg', bytes: new Uint8Array(await blob.arrayBuffer()) } : undefined;
  }

  ngOnDestroy(): void {
    this.off();
  }
}
