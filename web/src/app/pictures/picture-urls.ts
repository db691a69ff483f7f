import { DestroyRef, effect, inject, signal, untracked, type Signal } from '@angular/core';

/** Addresses of pictures that are held in memory, by their ids; given back when the pictures change and when the screen goes. */
export function pictureUrls(
  rows: Signal<readonly { readonly id: string; readonly type: string; readonly bytes: Uint8Array | undefined }[]>,
): Signal<Readonly<Record<string, string>>> {
  const urls = signal<Readonly<Record<string, string>>>({});
  const release = (): void => {
    for (const url of Object.values(urls())) URL.revokeObjectURL(url);
  };
  effect(() => {
    const pictures = rows();
    untracked(release);
    urls.set(
      Object.fromEntries(
        pictures.flatMap(({ id, type, bytes }) => (bytes ? [[id, URL.createObjectURL(new Blob([bytes as BlobPart], { type }))]] : [])),
      ),
    );
  });
  inject(DestroyRef).onDestroy(release);
  return urls.asReadonly();
}
