import { describe, expect, it } from 'vitest'
import { again } from './transaction'

const undone = (code: string) => Object.assign(new Error('undone'), { parent: { code } })
const noPause = () => 0

describe('what the database undid', () => {
  it.each(['40P01', '40001'])('is done again (%s)', async (code) => {
    let tries = 0
    expect(await again(async () => {
      if (++tries < 3) throw undone(code)
      return tries
    }, noPause)).toBe(3)
  })
  it('is thrown after five tries', async () => {
    let tries = 0
    await expect(again(async () => {
      tries++
      throw undone('40P01')
    }, noPause)).rejects.toThrow('undone')
    expect(tries).toBe(5)
  })
  it('anything else is thrown at once', async () => {
    let tries = 0
    await expect(again(async () => {
      tries++
      throw undone('23505')
    }, noPause)).rejects.toThrow('undone')
    expect(tries).toBe(1)
  })
})
