import type { Routes } from '@angular/router';
import { JobPage } from './job-page';

export const routes: Routes = [
  {
    path: '',
    component: JobPage,
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'functions' },
      { path: 'book-in', title: 'Book in', loadComponent: () => import('./stages/booked-stage').then((m) => m.BookedStage) },
      { path: 'safety', title: 'Safety', loadComponent: () => import('./stages/safety-stage').then((m) => m.SafetyStage) },
      { path: 'first-look', title: 'First look', loadComponent: () => import('./stages/first-look-stage').then((m) => m.FirstLookStage) },
      { path: 'functions', title: 'Functions', loadComponent: () => import('./stages/functions-stage').then((m) => m.FunctionsStage) },
      { path: 'trace', title: 'Trace', loadComponent: () => import('./trace/trace-stage').then((m) => m.TraceStage) },
      { path: 'parts', title: 'Parts', loadComponent: () => import('./stages/parts-stage').then((m) => m.PartsStage) },
      { path: 'repair', title: 'Repair', loadComponent: () => import('./stages/repair-stage').then((m) => m.RepairStage) },
      { path: 'align', title: 'Align', loadComponent: () => import('./stages/later-stages').then((m) => m.AlignStage) },
      { path: 'test', title: 'Test', loadComponent: () => import('./stages/test-stage').then((m) => m.TestStage) },
      { path: 'soak', title: 'Soak', loadComponent: () => import('./stages/later-stages').then((m) => m.SoakStage) },
      { path: 'sheets', title: 'Sheets', loadComponent: () => import('./stages/sheets-stage').then((m) => m.SheetsStage) },
      { path: 'hand-back', title: 'Hand back', loadComponent: () => import('./stages/hand-back-stage').then((m) => m.HandBackStage) },
    ],
  },
];
