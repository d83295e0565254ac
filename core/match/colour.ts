import { labOf } from '../colour'

/** How far two colours stand apart in lightness: 116ths of CIELAB's L*, which are steps of its cube root; black and white, 0.86. */
export const contrastOf = (a: string, b: string): number => Math.abs(labOf(a).l - labOf(b).l) / 116
