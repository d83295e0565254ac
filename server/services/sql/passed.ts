import { PASS_GRADE } from '#core/learn'

const good = (alias: string) => `(${alias}.grade >= ${PASS_GRADE} and ${alias}.marks = '{}')`

/** `hasFailed` of core/learn, said to the database of a swatch `t`: at the first judging, or after any wash. */
export const HAS_FAILED = `(not ${good('t')} or exists (select 1 from wash_round w where w.swatch_id = t.id and not ${good('w')}))`

/** How many washes the house asks for. */
export const WASHES_ASKED = `(select (h.rules ->> 'washes')::int from workroom h where h.id = t.workroom_id)`
export const WASHES_DONE = `(select count(*)::int from wash_round w where w.swatch_id = t.id)`

/** `hasPassed` of core/learn, said to the database of a swatch `t`, with the washes the house asks for. */
export const HAS_PASSED = `(not ${HAS_FAILED} and ${WASHES_DONE} >= ${WASHES_ASKED})`
