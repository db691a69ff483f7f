import { liveQuery } from 'dexie';
import { Observable, Subject } from 'rxjs';

/** Every read that failed, for whoever watches over the store: a screen that shows nothing must not be taken for an empty shop. */
export const readFailures = new Subject<unknown>();

/** A Dexie query as a stream: it runs again whenever this tab or another changes what it read. */
export const live = <T>(query: () => Promise<T> | T): Observable<T> =>
  new Observable<T>((subscriber) => {
    const subscription = liveQuery(query).subscribe({
      next: (value) => subscriber.next(value),
      error: (error: unknown) => {
        readFailures.next(error);
        subscriber.error(error);
      },
    });
    return () => subscription.unsubscribe();
  });
