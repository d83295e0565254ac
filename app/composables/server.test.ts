import { describe, expect, it } from 'vitest'
import { useServer } from './server'

const at = (s: number) => 1_000_000_000_000 + s * 1000
const date = (s: number) => new Date(at(s)).toUTCString()

describe('whether the server answers', () => {
  it('away from the first that was not answered; what comes out of the copies tells its age', () => {
    const { awaySince, copyOf, silent, heard } = useServer()
    heard(false)
    expect([awaySince.value, copyOf.value]).toEqual([null, null])
    silent(at(60))
    silent(at(70))
    expect(awaySince.value).toBe(at(60))
    heard(true, date(30), at(80))
    heard(true, date(0), at(81))
    heard(true, 'no date', at(82))
    expect([awaySince.value, copyOf.value]).toEqual([at(60), at(0)])
  })
  it('and there again with the first fresh answer', () => {
    const { awaySince, copyOf, heard } = useServer()
    heard(true, date(1), at(60))
    heard(false, date(100), at(101))
    expect([awaySince.value, copyOf.value]).toEqual([null, null])
  })
})
