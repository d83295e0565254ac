import { Op, literal, type WhereOptions } from 'sequelize'

/** A search word as a pattern over the `search` column, which a trigram index serves. */
export const matching = (q: string): WhereOptions => {
  const words = q.toLowerCase().split(/\s+/).filter(Boolean)
  return words.length === 0 ? {} : { [Op.and]: words.map(w => ({ search: { [Op.like]: `%${w.replace(/[\\%_]/g, '\\$&')}%` } })) }
}

/** "Sorted by use": the most used first, then by code. */
export const byUse: [string, string][] = [['used', 'DESC'], ['code', 'ASC']]

export const holding = (fibre: string): WhereOptions => ({ id: { [Op.in]: literal(`(select cloth_id from cloth_fibre f where f.workshop_id = "ClothRow".workshop_id and f.fibre = '${fibre}')`) } })
