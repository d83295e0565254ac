import type { Stiffness } from '#core/stiffness'
import { mildCare, type CareWish } from '#core/match'
import { PLACES, type Place } from '#core/place'
import { ownPlaceKey, type OwnPlace } from '#shared/schemas'
import { useSelection } from './selection'
import { useJobs } from './jobs'

interface Wished {
  stiffness: Stiffness | 'keep' | null
  drapeKept: boolean
  care: CareWish
}
/** So many fabrics keep their wishes in this browser; the oldest are forgotten. */
const MOST_KEPT = 60
const newest = <T>(all: Record<string, T>): Record<string, T> => Object.fromEntries(Object.entries(all).slice(-MOST_KEPT))

/** Where the interfacing goes and what is asked of it. Place and care belong to the job; without one, to the fabric on this board. */
export const useWish = defineStore('wish', () => {
  const selection = useSelection()
  const jobs = useJobs()
  const kept = useStored<{ places: Record<string, string>, wishes: Record<string, Wished> }>('wishes', { places: {}, wishes: {} })
  const own = ref<OwnPlace[]>([])
  const places = computed<Place[]>(() => [
    ...PLACES,
    ...own.value.map((p): Place => ({
      key: ownPlaceKey(p.id), name: p.name, stiffness: p.stiffness, give: p.give, wear: p.wear, shows: p.shows, inSeam: p.inSeam,
      families: p.families, layers: p.layers,
    })),
  ])
  const boardKey = computed(() => [jobs.job?.id, selection.fabric?.id].filter(Boolean).join(' '))
  const placeKey = computed(() => jobs.fabric?.place ?? kept.value.places[boardKey.value])
  const place = computed(() => places.value.find(p => p.key === placeKey.value) ?? PLACES[0]!)
  const wishKey = computed(() => `${boardKey.value} ${place.value.key}`)
  /** Until someone wishes otherwise: the place's own hand, and a mild wash that the fabric stands. */
  const noWish = computed<Wished>(() => ({
    stiffness: null, drapeKept: false, care: mildCare(selection.fabric?.fibres.map(f => f.fibre) ?? []),
  }))
  const here = computed(() => kept.value.wishes[wishKey.value] ?? noWish.value)
  const wished = computed<Wished>(() => {
    const { job } = jobs
    return job ? { ...here.value, care: { washC: job.washC, tumble: job.tumble, dryClean: job.dryClean } } : here.value
  })

  /** Wishes otherwise: the hand on this board, the care of the whole job. */
  function wishFor({ care, ...stiffness }: Partial<Wished>): void {
    if (care && jobs.job) void jobs.change(() => care)
    else
      kept.value = {
        ...kept.value, wishes: newest({ ...kept.value.wishes,
          [wishKey.value]: { ...here.value, ...stiffness, ...(care ? { care } : {}) } }),
      }
  }

  async function load(): Promise<void> {
    own.value = await $fetch<OwnPlace[]>('/api/places')
  }
  function choosePlace(key: string): void {
    if (jobs.fabric) void jobs.note({ place: key })
    kept.value = { ...kept.value, places: newest({ ...kept.value.places, [boardKey.value]: key }) }
  }
  /** Begins a job of the fabric on the board, at this place and with this care, and opens it. @returns whether it could be kept */
  async function beginJob(supplyId: string | null): Promise<boolean> {
    const { fabric } = selection
    return fabric !== null && jobs.begin(fabric, place.value.key, place.value.name, supplyId, toPlain(wished.value.care))
  }
  return { wished, own, places, place, load, choosePlace, wishFor, beginJob }
})
