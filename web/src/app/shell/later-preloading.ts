import { Injectable } from '@angular/core';
import type { PreloadingStrategy, Route } from '@angular/router';
import { catchError, EMPTY, switchMap, timer, type Observable } from 'rxjs';

/**
 * Loads the other screens once the first has long been in use, so that opening a job never waits for its code. A screen
 * whose code alone would hold up the one in use says so, and comes when it is opened.
 */
@Injectable({ providedIn: 'root' })
export class LaterPreloading implements PreloadingStrategy {
  preload(route: Route, load: () => Observable<unknown>): Observable<unknown> {
    return route.path === '**' || route.data?.['whenOpened']
      ? EMPTY
      : timer(2500).pipe(
          switchMap(load),
          catchError(() => EMPTY),
        );
  }
}
