import type { Customer } from '@amber-relay/core/job';
import { madeUpId } from './made-up-id';

const customer = (name: string, phone: string, address: string, note = ''): Customer => ({
  id: madeUpId(name),
  name,
  phone,
  email: '',
  address,
  note,
});

export const customers: Customer[] = [
  customer('Hesta rally marshals', '555 0141', 'Hesta Green', 'Eight sets alike; swap microphones between them.'),
  customer('Skarrow ferries', '555 0100', 'South pier, Skarrow', 'Wants sets back by the evening ferry.'),
  customer('Brim Fell farm', '555 0162', 'Brim Fell'),
  customer('Luthan amateur club', '555 0118', 'Old school, Luthan'),
  customer('Nor Quoy amateur club', '555 0119', 'Nor Quoy'),
  customer('Eldin Marrow', '555 0177', 'Tarn Cottage, Brim Fell'),
];
export const customerId = (name: string): string => customers.find((c) => c.name === name)?.id ?? madeUpId(name);
