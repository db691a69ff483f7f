import type { Routes } from '@angular/router';
import { LegsPage } from './legs-page';
import { OrderPage } from './order-page';
import { OrdersPage } from './orders-page';
import { StockFrame } from './stock-frame';
import { StockPage } from './stock-page';
import { ToOrderPage } from './to-order-page';

export const routes: Routes = [
  {
    path: '',
    component: StockFrame,
    children: [
      { path: '', pathMatch: 'full', title: 'Stock', component: StockPage },
      { path: 'legs', title: 'Legs and wires', component: LegsPage },
      { path: 'order', title: 'To order', component: ToOrderPage },
      { path: 'orders', title: 'Orders', component: OrdersPage },
      { path: 'orders/:id', title: 'Order', component: OrderPage },
    ],
  },
];
