import type { Attributes, Model, ModelStatic } from 'sequelize'

/** A row as SQL gave it, under the names its model gives its columns; what the model does not know is left out. */
export function columnsOf<M extends Model>(model: ModelStatic<M>, row: object): Attributes<M> {
  const from = row as Record<string, unknown>
  const named = Object.entries(model.getAttributes()).map(([name, { field }]) => [name, from[field ?? name]])
  return Object.fromEntries(named.filter(([, value]) => value !== undefined)) as Attributes<M>
}

/** Only these of a row's columns. */
export const pick = <T extends object, K extends keyof T>(from: T, keys: readonly K[]): Pick<T, K> =>
  Object.fromEntries(keys.map(k => [k, from[k]])) as Pick<T, K>

export const keysOf = <T extends object>(of: T): (keyof T & string)[] => Object.keys(of) as (keyof T & string)[]
