/** In which order to press, with how many irons and places. */
export { scheduleOf, circleIn, type IronAt, type Operation, type OrderTask } from './schedule'
export { improveOrder, orderOf } from './search'
export { orderBoundS } from './bound'
