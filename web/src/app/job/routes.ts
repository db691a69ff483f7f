import type { Type } from '@angular/core';
import type { Routes } from '@angular/router';
import { stageNames, stages, type Stage } from '@amber-relay/core/words';
import { JobPage } from './job-page';

/** The screen of each stage, fetched when it is first opened. */
const screens: Readonly<Record<Stage, () => Promise<Type<unknown>>>> = {
  'book-in': () => import('./stages/booked-stage').then((m) => m.BookedStage),
  safety: () => import('./stages/safety-stage').then((m) => m.SafetyStage),
  'first-look': () => import('./stages/first-look-stage').then((m) => m.FirstLookStage),
  functions: () => import('./stages/functions-stage').then((m) => m.FunctionsStage),
  trace: () => import('./trace/trace-stage').then((m) => m.TraceStage),
  parts: () => import('./stages/parts-stage').then((m) => m.PartsStage),
  repair: () => import('./stages/repair-stage').then((m) => m.RepairStage),
  align: () => import('./stages/align-stage').then((m) => m.AlignStage),
  test: () => import('./stages/test-stage').then((m) => m.TestStage),
  soak: () => import('./stages/soak-stage').then((m) => m.SoakStage),
  'hand-back': () => import('./hand-back/hand-back-stage').then((m) => m.HandBackStage),
};

export const routes: Routes = [
  {
    path: '',
    component: JobPage,
    children: [
      { path: '', pathMatch: 'full', redirectTo: 'functions' },
      ...stages.map((stage) => ({ path: stage, title: stageNames[stage], loadComponent: screens[stage] })),
      { path: 'first-look/apart', title: 'Take apart', loadComponent: () => import('./apart/apart-stage').then((m) => m.ApartStage) },
      { path: 'first-look/over', title: 'Before and after', loadComponent: () => import('./over/over-view').then((m) => m.OverView) },
      { path: 'test/sweeps', title: 'Sweeps', loadComponent: () => import('./stages/sweeps-stage').then((m) => m.SweepsStage) },
      {
        path: 'test/frequencies',
        title: 'Frequencies',
        loadComponent: () => import('./stages/frequencies-stage').then((m) => m.FrequenciesStage),
      },
      { path: 'test/watch', title: 'Watch', loadComponent: () => import('./stages/watch-stage').then((m) => m.WatchStage) },
      { path: 'test/keying', title: 'One keying', loadComponent: () => import('./stages/over-stage').then((m) => m.OverStage) },
      { path: 'test/sound', title: 'Sound', loadComponent: () => import('./stages/sound-stage').then((m) => m.SoundStage) },
      {
        path: 'parts/substitute',
        title: 'Substitute',
        loadComponent: () => import('./parts/substitute-view').then((m) => m.SubstituteView),
      },
      {
        path: 'hand-back/pictures',
        title: 'Pictures of the sheet',
        loadComponent: () => import('./hand-back/pictures-view').then((m) => m.PicturesView),
      },
      {
        path: 'hand-back/settle',
        title: 'Price and signature',
        loadComponent: () => import('./hand-back/settle-view').then((m) => m.SettleView),
      },
      {
        path: 'hand-back/pass-on',
        title: 'Label and case',
        loadComponent: () => import('./hand-back/pass-on-view').then((m) => m.PassOnView),
      },
      { path: 'sheets', title: 'Sheets', loadComponent: () => import('./stages/sheets-stage').then((m) => m.SheetsStage) },
    ],
  },
];
