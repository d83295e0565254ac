/** The iron: what its sole is at now, and what each stop really gives. */
export { soleNowC, soleState, type IronRest, type SoleState } from './rest'
export { fitStop, type Calibration, type CalibrationTrouble, type Fitted } from './calibrate'
export { seeded, simulateProbe, type Reading, type SimulatedProbe } from './simulate'
