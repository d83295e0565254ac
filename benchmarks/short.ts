/** `npm run bench -- --short`: every benchmark once, small, so that a change which breaks one is noticed; its figures say nothing. */
export const SHORT = process.argv.includes('--short')
/** So many rounds, rows or milliseconds; fewer where only its running is tried. */
export const few = (whole: number, short: number): number => (SHORT ? short : whole)
