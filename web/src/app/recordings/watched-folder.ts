interface Listed {
  values(): AsyncIterable<FileSystemHandle>;
}
interface Picker {
  showDirectoryPicker?: (options: { id: string; mode: 'read' }) => Promise<FileSystemDirectoryHandle>;
}

/** So often the folder is looked into, and a file is taken when it has not grown in between. */
const everyMs = 1000;

export const canWatchFolder = (): boolean => 'showDirectoryPicker' in window;

/**
 * A folder into which the program of a receiver writes: each WAV file that appears, and has ended, is told. Those that are there already are
 * not.
 */
export class WatchedFolder {
  private timer: ReturnType<typeof setTimeout> | undefined;

  private constructor(
    private readonly folder: FileSystemDirectoryHandle,
    private readonly known: Set<string>,
    private readonly told: (file: File) => void,
    private readonly gone: () => void,
  ) {
    this.again(new Map());
  }

  /** Asks for a folder; undefined where none was chosen. */
  static async choose(told: (file: File) => void, gone: () => void): Promise<WatchedFolder | undefined> {
    try {
      const folder = await (window as unknown as Picker).showDirectoryPicker?.({ id: 'amber-relay-receiver', mode: 'read' });
      if (!folder) return undefined;
      const there = new Set<string>();
      for await (const { name } of (folder as unknown as Listed).values()) there.add(name);
      return new WatchedFolder(folder, there, told, gone);
    } catch (error) {
      if (error instanceof DOMException && error.name === 'AbortError') return undefined;
      throw error;
    }
  }

  get name(): string {
    return this.folder.name;
  }

  stop(): void {
    clearTimeout(this.timer);
    this.timer = undefined;
  }

  private again(sizes: ReadonlyMap<string, number>): void {
    this.timer = setTimeout(() => void this.look(sizes), everyMs);
  }

  private async look(before: ReadonlyMap<string, number>): Promise<void> {
    const sizes = new Map<string, number>();
    try {
      for await (const handle of (this.folder as unknown as Listed).values()) {
        if (handle.kind !== 'file' || this.known.has(handle.name) || !/\.wav$/i.test(handle.name)) continue;
        const file = await (handle as FileSystemFileHandle).getFile();
        if (file.size > 0 && before.get(handle.name) === file.size) {
          this.known.add(handle.name);
          this.told(file);
        } else sizes.set(handle.name, file.size);
      }
    } catch {
      this.stop();
      return this.gone();
    }
    if (this.timer !== undefined) this.again(sizes);
  }
}
