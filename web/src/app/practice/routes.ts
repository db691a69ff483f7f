import type { Routes } from '@angular/router';
import { CasesView } from './pages/cases-view';
import { PracticeFrame } from './pages/practice-frame';

export const routes: Routes = [
  {
    path: '',
    component: PracticeFrame,
    children: [
      { path: '', pathMatch: 'full', title: 'Practice', component: CasesView },
      { path: 'stories', title: 'Stories', loadComponent: () => import('./pages/stories-view').then((m) => m.StoriesView) },
      { path: 'lessons', title: 'Lessons', loadComponent: () => import('./pages/lessons-view').then((m) => m.LessonsView) },
      { path: 'drills', title: 'Drills', loadComponent: () => import('./pages/drill-view').then((m) => m.DrillView) },
      { path: 'progress', title: 'Progress', loadComponent: () => import('./pages/progress-view').then((m) => m.ProgressView) },
    ],
  },
  { path: 'review/:id', title: 'Review', loadComponent: () => import('./pages/review-page').then((m) => m.ReviewPage) },
];
