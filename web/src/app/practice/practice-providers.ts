import { APP_BASE_HREF } from '@angular/common';
import type { Provider } from '@angular/core';
import type { Routes } from '@angular/router';
import { BENCH_ANSWERS, ON_PRACTICE_BENCH } from '../bench/bench-answers';
import { InstrumentLink } from '../instruments/instrument-link';
import { BeginCase } from './begin-case';
import { PracticeDesk } from './practice-desk';
import { PracticeLink } from './practice-link';
import { SHOP_BEHIND, ShopBehind } from '../storage/shop-behind';

/** Where the practice bench begins in the address. */
export const practiceBase = '/practice/bench/';

/** What is another on the practice bench: a set answers by itself, and the shop is one of its own. */
export const practiceProviders = (shop: string): Provider[] => [
  { provide: APP_BASE_HREF, useValue: practiceBase },
  { provide: ON_PRACTICE_BENCH, useValue: true },
  { provide: SHOP_BEHIND, useValue: shop },
  ShopBehind,
  BeginCase,
  PracticeDesk,
  { provide: BENCH_ANSWERS, useExisting: PracticeDesk },
  { provide: InstrumentLink, useClass: PracticeLink },
];

/** What is only there. */
export const practiceRoutes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'jobs' },
  { path: 'begin', title: 'Begin', loadComponent: () => import('./begin-page').then((m) => m.BeginPage) },
];
