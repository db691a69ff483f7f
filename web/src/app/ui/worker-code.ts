/**
 * A worker of which it is told when its code does not come: nothing it is asked would ever be answered.
 *
 * @param missing what becomes of whatever was asked of it
 */
export function tellingWhenMissing(worker: Worker, missing: () => void = () => undefined): Worker {
  worker.addEventListener('error', ({ message }) => {
    // What fails inside a running worker carries its words.
    if (message) return;
    missing();
    reportError(new Error('Importing a module script failed: that of a worker.'));
  });
  return worker;
}
