export * from './all-sums';
export * from './define-sum';
export * from './form-shape';
export * from './plot';
export * from './solve';
export { iqOutput, iqSteps } from './transmit/iq-analyse';
export { sinadOutput, sinadSteps } from './receive/sinad';
export * from './working';
