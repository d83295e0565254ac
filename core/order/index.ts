/** In which order to press, with how many irons and places. */
export { scheduleOf, circleIn, type IronAt, type Operation, type OrderTask, type Schedule } from './schedule'
export { improveOrder, orderOf, type Order } from './search'
export { orderBoundS } from './bound'
