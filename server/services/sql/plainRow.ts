import type { Attributes, Model } from 'sequelize'

type Dated<M extends Model> = Omit<Attributes<M>, 'createdAt'> & { createdAt: string }
/** A row as data, its time as text. */
export function plainRow<M extends Model & { createdAt: Date }>(row: M): Dated<M> {
  return { ...row.get({ plain: true }), createdAt: row.createdAt.toISOString() } as Dated<M>
}
