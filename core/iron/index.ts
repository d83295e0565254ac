/** The iron: what its sole is at now, and what each setting really gives. */
export { readyInS, shutsOffInS, soleNowC, soleOnWork, soleState, type IronRest } from './rest'
export { fitSetting, type Calibration, type CalibrationTrouble } from './calibrate'
export { simulateProbe, type Reading } from './simulate'
