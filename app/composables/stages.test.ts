// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest'
import { drawnTo, STAGE_COUNT } from './stages'

describe('how far the tape is drawn out', () => {
  it('goes on with every step of a job, and never beyond its stages', () => {
    const steps = [
      drawnTo({ do: 'findFibre' } as never), drawnTo({ do: 'match' } as never), drawnTo({ do: 'swatch' } as never),
      drawnTo({ do: 'swatchAgain', failed: 1 } as never), drawnTo({ do: 'wash' } as never), drawnTo({ do: 'draw' } as never),
      drawnTo({ do: 'cut', cut: 0, parts: 8 } as never), drawnTo({ do: 'cut', cut: 4, parts: 8 } as never),
      drawnTo({ do: 'press' } as never),
    ]
    expect([...steps].sort((a, b) => a - b)).toEqual(steps)
    expect(new Set(steps).size).toBe(steps.length)
    expect(Math.max(...steps)).toBeLessThan(STAGE_COUNT)
  })
  it('within cutting by the share of the parts that are cut; all of them leave it at the press', () => {
    expect(drawnTo({ do: 'cut', cut: 4, parts: 8 } as never)).toBeCloseTo(3.65, 9)
    expect(drawnTo({ do: 'cut', cut: 8, parts: 8 } as never)).toBeCloseTo(drawnTo({ do: 'press' } as never), 9)
  })
})
