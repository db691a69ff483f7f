import { Injectable } from '@angular/core';
import type { PreloadingStrategy, Route } from '@angular/router';
import { EMPTY, switchMap, timer, type Observable } from 'rxjs';

/** Loads the other screens once the first has long been in use, so that opening a job never waits for its code. */
@Injectable({ providedIn: 'root' })
export class LaterPreloading implements PreloadingStrategy {
  preload(route: Route, load: () => Observable<unknown>): Observable<unknown> {
    return route.path === '**' ? EMPTY : timer(2500).pipe(switchMap(load));
  }
}
