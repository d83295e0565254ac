import type { Attributes, Model, ModelStatic } from 'sequelize'

/** What a model calls its columns, and what the database does; worked out once for each. */
const named = new WeakMap<object, readonly (readonly [name: string, column: string])[]>()
function columnNames<M extends Model>(model: ModelStatic<M>): readonly (readonly [string, string])[] {
  const known = named.get(model)
  if (known) return known
  const names = Object.entries(model.getAttributes()).map(([name, { field }]) => [name, field ?? name] as const)
  named.set(model, names)
  return names
}

/** A row as SQL gave it, under the names its model gives its columns; what the model does not know is left out. */
export function columnsOf<M extends Model>(model: ModelStatic<M>, row: object): Attributes<M> {
  const from = row as Record<string, unknown>, columns: Record<string, unknown> = {}
  for (const [name, column] of columnNames(model)) {
    const value = from[column]
    if (value !== undefined) columns[name] = value
  }
  return columns as Attributes<M>
}

/** Only these of a row's columns. */
export function pick<T extends object, K extends keyof T>(from: T, keys: readonly K[]): Pick<T, K> {
  const picked = {} as Pick<T, K>
  for (const key of keys) picked[key] = from[key]
  return picked
}

export const keysOf = <T extends object>(of: T): (keyof T & string)[] => Object.keys(of) as (keyof T & string)[]
