import { afterEach, beforeEach } from 'vitest'
import { effectScope, type EffectScope } from 'vue'
import { slowWorkers } from './slowWorkers'

/**
 * Slow workers and a scope of its own for each test of a composable.
 * @param here what stands in for the board's workers reads its `now`
 */
export function slowScope(here: { now: unknown }): { slow: ReturnType<typeof slowWorkers>, scope: EffectScope } {
  const at = {} as { slow: ReturnType<typeof slowWorkers>, scope: EffectScope }
  beforeEach(() => {
    at.slow = slowWorkers()
    here.now = at.slow.workers
    at.scope = effectScope()
  })
  afterEach(() => at.scope.stop())
  return at
}
