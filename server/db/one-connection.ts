import { AsyncLocalStorage, AsyncResource } from 'node:async_hooks'
import { Sequelize } from 'sequelize'

type Bound = (...args: unknown[]) => unknown
const running = new AsyncLocalStorage<Map<string, unknown>>()

/** Queries made within a transaction belong to it, whether or not they say so: no use case asks for a second connection. */
export function inheritTransactions(): void {
  Sequelize.useCLS({
    get: (key: string) => running.getStore()?.get(key),
    set: (key: string, value: unknown) => running.getStore()?.set(key, value),
    run: (work: (context: unknown) => unknown) => running.run(new Map(running.getStore()), () => work(running.getStore())),
    bind: (work: Bound) => AsyncResource.bind(work),
  })
}

/** What one use case holds: its place in the queue for its one connection, and whether a transaction keeps it. */
interface Held { turn: Promise<void>, transaction: boolean, most: number, now: number }
const useCases = new AsyncLocalStorage<Held>()

/** Runs a use case on one connection at a time: queries asked side by side wait for each other instead of taking a second one. */
export const asUseCase = <T>(work: () => Promise<T>): Promise<T> =>
  useCases.run({ turn: Promise.resolve(), transaction: false, most: 0, now: 0 }, work)

/** The most connections that the running use case has held at once; for tests. */
export const mostHeld = (): number => useCases.getStore()?.most ?? 0

export class SecondConnection extends Error {
  constructor() {
    super('a second connection was asked for while a transaction of the same use case holds one')
    this.name = 'SecondConnection'
  }
}

interface Connections {
  getConnection: (options?: { uuid?: string }) => Promise<object>
  releaseConnection: (connection: object) => void
  destroyConnection: (connection: object) => Promise<void>
}

/**
 * Keeps every use case to one connection of the pool. Six transactions that each wait for a seventh connection would wait for ever:
 * asking for another one from within a transaction is a fault, and thrown at once.
 */
export function guardConnections(sequelize: Sequelize): void {
  const manager = (sequelize as unknown as { connectionManager: Connections }).connectionManager
  const take = manager.getConnection.bind(manager), giveBack = manager.releaseConnection.bind(manager)
  const throwAway = manager.destroyConnection.bind(manager)
  const held = new WeakMap<object, () => void>()
  const done = (connection: object) => {
    held.get(connection)?.()
    held.delete(connection)
  }
  manager.getConnection = async (options) => {
    const mine = useCases.getStore()
    if (!mine) return take(options)
    if (mine.transaction) throw new SecondConnection()
    const before = mine.turn
    let free = () => {}
    mine.turn = new Promise((done) => { free = done })
    await before
    try {
      const connection = await take(options)
      mine.most = Math.max(mine.most, ++mine.now)
      mine.transaction = options?.uuid !== undefined && options.uuid !== 'default'
      held.set(connection, () => {
        mine.transaction = false
        mine.now--
        free()
      })
      return connection
    } catch (error) {
      free()
      throw error
    }
  }
  manager.releaseConnection = (connection) => {
    giveBack(connection)
    done(connection)
  }
  manager.destroyConnection = async (connection) => {
    await throwAway(connection).finally(() => { done(connection) })
  }
}
