import { makingsBody, type Making, type Makings } from '#shared/schemas'
import { useLibrary } from './library'

/** What of the open job is pressed while it is made. What is written is kept here until it is saved. */
export const useMakings = defineStore('makings', () => {
  const library = useLibrary()
  const { items: makings, change, take: _, ...draft } = useDraftOfJob<'makings', Making, Makings>({
    name: 'makings',
    keptAs: 'makings-written',
    body: makingsBody,
    get: id => $fetch<Makings>(`/api/jobs/${id}/makings`),
    put: (id, body) => $fetch<Makings>(`/api/jobs/${id}/makings`, { method: 'PUT', body: body as object }),
    bring: async (stored) => {
      const fabrics = new Set(stored.makings.flatMap(m => [m.fabricId, m.liningId, ...m.fabricIds]))
      await library.bring(null, stored.makings.map(m => m.supplyId))
      await Promise.all([...fabrics].map(c => library.bring(c, [])))
    },
  })
  const add = (m: Making): void => change(all => [...all, m])
  const put = (m: Making): void => change(all => all.map(x => (x.id === m.id ? m : x)))
  const drop = (id: string): void => change(all => all.filter(m => m.id !== id))
  return { makings, ...draft, add, put, drop }
})
