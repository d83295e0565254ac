import { Op, type WhereOptions } from 'sequelize'

/** Each word searched for, as a pattern over the `search` column, which a trigram index serves. */
export const searchPatterns = (q: string): string[] =>
  q.toLowerCase().split(/\s+/).filter(Boolean).map(w => `%${w.replace(/[\\%_]/g, '\\$&')}%`)

export const matching = (q: string): WhereOptions => {
  const words = searchPatterns(q)
  return words.length === 0 ? {} : { [Op.and]: words.map(w => ({ search: { [Op.like]: w } })) }
}

/** "Sorted by use": the most used first, then by code. */
export const byUse: [string, string][] = [['used', 'DESC'], ['code', 'ASC']]
