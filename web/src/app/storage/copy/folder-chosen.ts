/** The folders that the user chose, for copies or to be shared, kept apart from the store of the shop. */
const name = 'amber-relay-folder';
interface Picker {
  showDirectoryPicker?: (options: { id: string; mode: 'readwrite' }) => Promise<FileSystemDirectoryHandle>;
}
interface Permitted {
  queryPermission?: (of: { mode: 'readwrite' }) => Promise<PermissionState>;
  requestPermission?: (of: { mode: 'readwrite' }) => Promise<PermissionState>;
}

async function withTable<T>(mode: IDBTransactionMode, act: (table: IDBObjectStore) => IDBRequest<T>): Promise<T> {
  const opening = indexedDB.open(name, 1);
  opening.onupgradeneeded = () => opening.result.createObjectStore('folders');
  const db = await new Promise<IDBDatabase>((resolve, reject) => {
    opening.onsuccess = () => resolve(opening.result);
    opening.onerror = () => reject(opening.error ?? new Error('The store did not open.'));
  });
  try {
    const request = act(db.transaction('folders', mode).objectStore('folders'));
    return await new Promise<T>((resolve, reject) => {
      request.onsuccess = () => resolve(request.result);
      request.onerror = () => reject(request.error ?? new Error('The store did not answer.'));
    });
  } finally {
    db.close();
  }
}

export const canChooseFolder = (): boolean => 'showDirectoryPicker' in window;

/** Asks for a folder; undefined where none was chosen. */
export async function chooseFolder(store: string): Promise<FileSystemDirectoryHandle | undefined> {
  try {
    const folder = await (window as unknown as Picker).showDirectoryPicker?.({ id: 'amber-relay', mode: 'readwrite' });
    if (folder) await withTable('readwrite', (table) => table.put(folder, store));
    return folder;
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return undefined;
    throw error;
  }
}

export const forgetFolder = (store: string): Promise<unknown> => withTable('readwrite', (table) => table.delete(store));

/** The folder chosen before, and whether it may be written to without asking again. */
export async function knownFolder(
  store: string,
): Promise<{ readonly folder: FileSystemDirectoryHandle; readonly granted: boolean } | undefined> {
  const folder = (await withTable('readonly', (table) => table.get(store)).catch(() => undefined)) as FileSystemDirectoryHandle | undefined;
  if (!folder) return undefined;
  const state = await (folder as Permitted).queryPermission?.({ mode: 'readwrite' });
  return { folder, granted: state === undefined || state === 'granted' };
}

/** Asks again for leave to write; it must come from a press. */
export const askLeave = async (folder: FileSystemDirectoryHandle): Promise<boolean> =>
  ((await (folder as Permitted).requestPermission?.({ mode: 'readwrite' })) ?? 'granted') === 'granted';
