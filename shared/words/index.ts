/** Figures and codes put into the trade's words. Nothing here computes or decides. */
export * from './names'
export * from './limit'
export * from './recipe'
export * from './trial'
export * from './calibration'
export * from './sheet'
export * from './rules'
export * from './match'
