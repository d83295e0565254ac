/** Does the glue line bond, how far, and how fast is which grade of adhesive? */
export { bondOf, bondRatePerS, FULL_BOND, OVER_FUSED, PRESSURE_EXPONENT, type BondCourse } from './bond'
export { gradeOf, shifted } from './grades'
export { GRADE_SPEED } from './rates'
