import type { Sequelize } from 'sequelize'
import { describe, expect, it } from 'vitest'
import { asUseCase, guardConnections, mostHeld, SecondConnection } from './one-connection'

/** A pool that gives out as many connections as are asked for, and counts them. */
function pool() {
  let out = 0, most = 0, broken = false
  const connectionManager = {
    getConnection: async (_?: { uuid?: string }): Promise<object> => {
      if (broken) throw new Error('refused')
      most = Math.max(most, ++out)
      return {}
    },
    releaseConnection: (_: object) => { out-- },
    destroyConnection: async (_: object) => { out-- },
  }
  guardConnections({ connectionManager } as unknown as Sequelize)
  return { connectionManager, most: () => most, out: () => out, breakIt: (on: boolean) => { broken = on } }
}
const later = (ms = 2) => new Promise<void>((done) => { setTimeout(done, ms) })

describe('one connection a use case', () => {
  it('queries side by side wait for each other; other use cases do not', async () => {
    const { connectionManager: m, most, out } = pool()
    const query = async () => {
      const c = await m.getConnection()
      await later()
      m.releaseConnection(c)
    }
    const useCase = () => asUseCase(async () => {
      await Promise.all(Array.from({ length: 5 }, query))
      return mostHeld()
    })
    expect(await Promise.all([useCase(), useCase(), useCase()])).toEqual([1, 1, 1])
    expect([most(), out()]).toEqual([3, 0])
  })
  it('asking for a second one from within a transaction is a fault, thrown at once', async () => {
    const { connectionManager: m, out } = pool()
    await asUseCase(async () => {
      const transaction = await m.getConnection({ uuid: 'a-transaction' })
      await expect(m.getConnection()).rejects.toBeInstanceOf(SecondConnection)
      m.releaseConnection(transaction)
      m.releaseConnection(await m.getConnection())
    })
    expect(out()).toBe(0)
  })
  it('a connection that is refused or thrown away holds up nobody', async () => {
    const { connectionManager: m, breakIt, out } = pool()
    await asUseCase(async () => {
      breakIt(true)
      await expect(m.getConnection()).rejects.toThrow('refused')
      breakIt(false)
      await m.destroyConnection(await m.getConnection({ uuid: 'a-transaction' }))
      m.releaseConnection(await m.getConnection())
    })
    expect(out()).toBe(0)
  })
  it('outside a use case it is a plain pool', async () => {
    const { connectionManager: m, most } = pool()
    await Promise.all([m.getConnection({ uuid: 'a' }), m.getConnection()])
    expect(most()).toBe(2)
  })
})
