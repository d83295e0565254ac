/** Fabrics and supplies as CSV, in and out again without loss. */
export * from './cells'
export * from './sheets'
export * from './calibrations'
export * from './session'
