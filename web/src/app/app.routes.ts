import type { Routes } from '@angular/router';

/** False where the program is built to be used: what it guards is then left out. */
declare const ngDevMode: unknown;

export const routes: Routes = [
  { path: '', pathMatch: 'full', redirectTo: 'day' },
  { path: 'day', title: 'Day', loadComponent: () => import('./day/day-page').then((m) => m.DayPage) },
  { path: 'day/hours', title: 'Hours', loadComponent: () => import('./day/hours-page').then((m) => m.HoursPage) },
  { path: 'jobs', title: 'Jobs', loadComponent: () => import('./jobs/jobs-page').then((m) => m.JobsPage) },
  { path: 'book-in', title: 'Book in', loadComponent: () => import('./book-in/book-in-page').then((m) => m.BookInPage) },
  { path: 'job/:id/tag', title: 'Job tag', loadComponent: () => import('./job/print/tag-page').then((m) => m.TagPage) },
  // Where it was until 0.2; addresses may have been kept.
  { path: 'job/:id/sheet', redirectTo: 'job/:id/hand-back/print' },
  {
    path: 'job/:id/hand-back/print',
    title: 'Hand-back sheet',
    loadComponent: () => import('./job/print/hand-back-page').then((m) => m.HandBackPage),
  },
  { path: 'job/:id', loadChildren: () => import('./job/routes').then((m) => m.routes) },
  { path: 'cards', title: 'Cards', loadComponent: () => import('./cards/cards-page').then((m) => m.CardsPage) },
  { path: 'cards/new', title: 'New card', loadComponent: () => import('./cards/card-editor').then((m) => m.CardEditor) },
  { path: 'cards/:id/edit', title: 'Change a card', loadComponent: () => import('./cards/card-editor').then((m) => m.CardEditor) },
  { path: 'cards/:id/sheets', title: 'Sheets', loadComponent: () => import('./sheets/card-sheets-page').then((m) => m.CardSheetsPage) },
  {
    path: 'cards/:id/manual',
    title: 'What the sheets say',
    loadComponent: () => import('./cards/manual/manual-page').then((m) => m.ManualPage),
  },
  { path: 'cards/:id', title: 'Card', loadComponent: () => import('./cards/cards-page').then((m) => m.CardsPage) },
  { path: 'people', title: 'People', loadComponent: () => import('./people/people-page').then((m) => m.PeoplePage) },
  { path: 'people/:id', title: 'People', loadComponent: () => import('./people/people-page').then((m) => m.PeoplePage) },
  { path: 'stock', loadChildren: () => import('./stock/routes').then((m) => m.routes) },
  { path: 'sums', title: 'Sums', data: { whenOpened: true }, loadComponent: () => import('./sums/sums-page').then((m) => m.SumsPage) },
  { path: 'sums/:id', title: 'Sums', data: { whenOpened: true }, loadComponent: () => import('./sums/sums-page').then((m) => m.SumsPage) },
  { path: 'practice', loadChildren: () => import('./practice/routes').then((m) => m.routes) },
  {
    path: 'instruments',
    title: 'Instruments',
    loadComponent: () => import('./instruments/instruments-page').then((m) => m.InstrumentsPage),
  },
  { path: 'archive', title: 'Archive', loadComponent: () => import('./archive/archive-page').then((m) => m.ArchivePage) },
  ...(ngDevMode
    ? [{ path: 'ui', title: 'Vocabulary', loadComponent: () => import('./ui/vocabulary-page').then((m) => m.VocabularyPage) }]
    : []),
  { path: '**', redirectTo: 'day' },
];
