export { type JobNow } from './job-now';
export { orderSchema, supplierSchema, type Order, type OrderEvent, type OrderLine, type Supplier } from './order-records';
export { isSettled, lineState, lineStates, orderCost, type LineState } from './order-state';
export { needsOf, spokenFor, type Need, type SpokenFor } from './needs';
export { orderGoesOn, placeOrder, type OrderActs } from './order-acts';
export { sellersOf, type Seller } from './lead-times';
export { orderPlans, taken, type Asked, type OrderPlan, type OrderPlans } from './order-plans';
