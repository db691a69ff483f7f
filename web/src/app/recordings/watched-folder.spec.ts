import { WatchedFolder } from './watched-folder';

/** A folder that a receiver writes into. */
class FakeFolder {
  readonly name = 'recordings';
  readonly files = new Map<string, number>();
  gone = false;
  async *values(): AsyncGenerator<unknown> {
    await Promise.resolve();
    if (this.gone) throw new DOMException('gone', 'NotFoundError');
    for (const [name, size] of this.files)
      yield { kind: 'file', name, getFile: () => Promise.resolve(new File([new Uint8Array(size)], name)) };
  }
}

describe('a folder into which a receiver writes', () => {
  let folder: FakeFolder;
  let told: string[];
  let lost: number;
  let watched: WatchedFolder | undefined;
  const picker = window as unknown as { showDirectoryPicker?: unknown };
  const before = picker.showDirectoryPicker;

  beforeEach(async () => {
    jasmine.clock().install();
    folder = new FakeFolder();
    folder.files.set('old.wav', 100);
    [told, lost] = [[], 0];
    picker.showDirectoryPicker = () => Promise.resolve(folder);
    watched = await WatchedFolder.choose(
      (file) => told.push(file.name),
      () => (lost += 1),
    );
  });
  afterEach(() => {
    watched?.stop();
    jasmine.clock().uninstall();
    picker.showDirectoryPicker = before;
  });
  /** A second goes by, and what it set off comes to its end. */
  const second = async (): Promise<void> => {
    jasmine.clock().tick(1001);
    for (let k = 0; k < 40; k += 1) await Promise.resolve();
  };

  it('tells of a file once, when it grows no more; of none that was there before, and of nothing else', async () => {
    folder.files.set('over.wav', 10).set('notes.txt', 5);
    await second();
    folder.files.set('over.wav', 20);
    await second();
    expect(told).toEqual([]);
    await second();
    await second();
    expect(told).toEqual(['over.wav']);
  });

  it('says that it cannot be read any more, and stops', async () => {
    folder.gone = true;
    await second();
    await second();
    expect(lost).toBe(1);
  });
});
