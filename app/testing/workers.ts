import { planHem, tapeDry } from '#core/hem'
import { planStuck } from '#core/mend'
import { explainPressed, learnFrom } from '#core/learn'
import { bestAttempt, judgeAttempt } from '#core/practice'
import { remedyFor } from '#core/rescue'
import { asSheetSays, lyingCoolS, searchMethod, courseOf, searchTack } from '#core/recipe'
import { planFeature, planFlatten } from '#core/seam'
import { coverPiece } from '#core/setdown'
import { vi } from 'vitest'

/** What a worker would work out, worked out here; what it was asked is noted. */
export function workersHere() {
  const asked: { what: string, args: unknown[] }[] = []
  const noted = <A extends unknown[], R>(what: string, of: (...args: A) => R) => vi.fn(async (...args: A): Promise<R> => {
    asked.push({ what, args })
    return of(...args)
  })
  const remote = {
    feature: noted('feature', planFeature), flatten: noted('flatten', planFlatten), hem: noted('hem', planHem),
    tape: noted('tape', tapeDry), stuck: noted('stuck', planStuck),
    tack: noted('tack', searchTack), lies: noted('lies', lyingCoolS), cover: noted('cover', coverPiece),
    practised: noted('practised', (...[bench, attempt]: Parameters<typeof judgeAttempt>) =>
      ({ verdict: judgeAttempt(bench, attempt), best: bestAttempt(bench) })),
    remedy: noted('remedy', remedyFor),
    explain: noted('explain', (...args: Parameters<typeof explainPressed>) => {
      const { causes, outcome } = explainPressed(...args)
      return { causes, course: courseOf(outcome) }
    }),
    learn: noted('learn', (...args: Parameters<typeof learnFrom>) => learnFrom(...args)),
    leading: noted('leading', (bench: Parameters<typeof searchMethod>[0], taught: Parameters<typeof searchMethod>[2]) => {
      const a = asSheetSays(bench, taught) ?? searchMethod(bench, 'dry', taught), shown = a.found ?? a.attempt
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
