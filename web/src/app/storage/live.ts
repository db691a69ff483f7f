import { liveQuery } from 'dexie';
import { Observable } from 'rxjs';

/** A Dexie query as a stream: it runs again whenever this tab or another changes what it read. */
export const live = <T>(query: () => Promise<T> | T): Observable<T> =>
  new Observable<T>((subscriber) => {
    const subscription = liveQuery(query).subscribe({
      next: (value) => subscriber.next(value),
      error: (error: unknown) => subscriber.error(error),
    });
    return () => subscription.unsubscribe();
  });
