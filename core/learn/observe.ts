/** What the judging of a swatch says of its bond. */
export interface Judged {
  /** 0 falls off … 5 something tears first. */
  grade: number
  /** Dots still crisp: it never got to its window. */
  dotsCrisp: boolean
  /** Boardy, or adhesive on the face: it went beyond. */
  overdone: boolean
  /** Peel force, N per 50 mm; null if nobody pulled it on a scale. */
  peelN50: number | null
}

/** Bond progress at which each grade is to be expected: typical, from the meaning of the grades (a full bond holds to a nail). */
const GRADE_AT_BOND: readonly (readonly [number, number])[] = [[0.1, 0], [0.35, 1], [0.75, 2], [1.1, 3], [1.6, 4], [2.6, 5]]
/** Scatter of one judging, in grades, and of one pull, in its logarithm. */
const GRADE_SD = 0.7, PULL_SD = 0.35
/** Degrees of freedom of the judging error: heavy tails, so that one odd swatch does not rule. */
const FREEDOM = 4
/** A full bond peels at about this force, N per 50 mm, growing to twice that. */
export const FULL_BOND_PEEL_N50 = 12
const MOST_PEEL = 2
const CRISP_UNDER = 0.85, OVERDONE_FROM = 1.8, MARK_WIDTH = 0.3
/** A mark may have another cause in one case of ten. */
const OTHER_CAUSE = 0.1

/** Expected grade for a logarithm of bond progress; held at 0 and 5. */
export function expectedGrade(logBond: number): number {
  const points = GRADE_AT_BOND
  if (logBond <= Math.log(points[0]![0])) return 0
  for (let i = 1; i < points.length; i++) {
    const [b1, g1] = points[i]!, [b0, g0] = points[i - 1]!
    if (logBond <= Math.log(b1)) return g0 + (g1 - g0) * (logBond - Math.log(b0)) / (Math.log(b1) - Math.log(b0))
  }
  return 5
}

/** The bond at which a grade is to be expected: the other way round. @param grade 0 to 5 */
export function bondAtGrade(grade: number): number {
  const next = GRADE_AT_BOND.findIndex(([, g]) => g >= grade)
  if (next <= 0) return GRADE_AT_BOND[next === 0 ? 0 : GRADE_AT_BOND.length - 1]![0]
  const [b1, g1] = GRADE_AT_BOND[next]!, [b0, g0] = GRADE_AT_BOND[next - 1]!
  return Math.exp(Math.log(b0) + (Math.log(b1) - Math.log(b0)) * (grade - g0) / (g1 - g0))
}

const heavy = (residual: number): number => -(FREEDOM + 1) / 2 * Math.log1p(residual * residual / FREEDOM)
const side = (x: number): number => Math.log(OTHER_CAUSE + (1 - OTHER_CAUSE) / (1 + Math.exp(-x)))

/** How far the judging lies from what this bond would show, in standard deviations. */
export const gradeResidual = (judged: Pick<Judged, 'grade'>, logBond: number): number => (judged.grade - expectedGrade(logBond)) / GRADE_SD

/** Logarithm of the likelihood of a judging, given the logarithm of the bond progress. */
export function judgingLogLikelihood(judged: Judged, logBond: number): number {
  let sum = heavy(gradeResidual(judged, logBond))
  if (judged.dotsCrisp) sum += side((Math.log(CRISP_UNDER) - logBond) / MARK_WIDTH)
  if (judged.overdone) sum += side((logBond - Math.log(OVERDONE_FROM)) / MARK_WIDTH)
  if (judged.peelN50 !== null) {
    const expected = Math.log(FULL_BOND_PEEL_N50 * Math.min(MOST_PEEL, Math.max(0.02, Math.exp(logBond))))
    sum += heavy((Math.log(Math.max(0.2, judged.peelN50)) - expected) / PULL_SD)
  }
  return sum
}
