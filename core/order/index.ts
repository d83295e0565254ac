/** In which order to press, with how many irons and places. */
export { changeS, circleIn, scheduleOf, type IronAt, type Operation, type OrderTask, type Schedule, type Way } from './schedule'
export { ableTask, improveOrder, orderOf, type Order } from './search'
export { orderBoundS } from './bound'
