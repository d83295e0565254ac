import { planHem, tapeDry } from '#core/hem'
import { planStuck } from '#core/mend'
import { explainPressed, learnFrom } from '#core/learn'
import { bestAttempt, judgeAttempt } from '#core/practice'
import { remedyFor } from '#core/rescue'
import { chooseRecipe, courseOf, searchTack, withCooling } from '#core/recipe'
import { planSeamDetail, planFlatten } from '#core/seam'
import { coverPiece } from '#core/positions'
import { vi } from 'vitest'

/** What a worker would work out, worked out here; what it was asked is noted. */
export function workersHere() {
  const asked: { what: string, args: unknown[] }[] = []
  const noted = <A extends unknown[], R>(what: string, of: (...args: A) => R) => vi.fn(async (...args: A): Promise<R> => {
    asked.push({ what, args })
    return of(...args)
  })
  const remote = {
    seamDetail: noted('seamDetail', planSeamDetail), flatten: noted('flatten', planFlatten), hem: noted('hem', planHem),
    tape: noted('tape', tapeDry), stuck: noted('stuck', planStuck),
    tack: noted('tack', searchTack), cooled: noted('cooled', withCooling), coverage: noted('coverage', coverPiece),
    practised: noted('practised', (...[setup, attempt]: Parameters<typeof judgeAttempt>) =>
      ({ verdict: judgeAttempt(setup, attempt), best: bestAttempt(setup) })),
    remedy: noted('remedy', remedyFor),
    explain: noted('explain', (...args: Parameters<typeof explainPressed>) => {
      const { causes, outcome } = explainPressed(...args)
      return { causes, course: courseOf(outcome) }
    }),
    learn: noted('learn', (...args: Parameters<typeof learnFrom>) => learnFrom(...args)),
    leading: noted('leading', (...args: Parameters<typeof chooseRecipe>) => {
      const { answers, leads } = chooseRecipe(...args), a = leads ?? answers[0]!, shown = a.found ?? a.attempt
      const outcome = shown?.outcome
      return {
        way: a.way, method: a.method, recipe: shown?.recipe ?? null, blocked: a.blocked,
        course: outcome ? { finalBond: outcome.bond.final, harm: outcome.harm, peakC: outcome.bond.peakC, flags: [] } : null,
      }
    }),
  }
  return {
    asked, remote,
    workers: { ask: async <R>(_key: string, of: (r: typeof remote) => Promise<R>): Promise<R> => of(remote), end: () => undefined },
  }
}
