import { useLocalStorage } from '@vueuse/core'
import type { Hand } from '#core/hand'
import type { CareWish } from '#core/match'
import { PLACES, type Place } from '#core/place'
import { ownPlaceKey, type OwnPlace } from '#shared/schemas'

interface Wished {
  placeKey: string
  hand: Hand | 'keep' | null
  drapeKept: boolean
  care: CareWish
}

/** Where the backing goes and what is asked of it. Kept in the browser with the rest of the board. */
export const useWish = defineStore('wish', () => {
  const wished = useLocalStorage<Wished>('ready-cuff-wish', { placeKey: 'collar', hand: null, drapeKept: false, care: { washC: 40, tumble: 'no', dryClean: false } }, { mergeDefaults: true })
  const own = ref<OwnPlace[]>([])
  const places = computed<Place[]>(() => [...PLACES, ...own.value.map((p): Place => ({ key: ownPlaceKey(p.id), name: p.name, hand: p.hand, give: p.give, wear: p.wear, shows: p.shows, inSeam: p.inSeam, families: p.families, layers: p.layers }))])
  const place = computed(() => places.value.find(p => p.key === wished.value.placeKey) ?? PLACES[0]!)

  async function load(): Promise<void> {
    own.value = await $fetch<OwnPlace[]>('/api/places')
  }
  function choosePlace(key: string): void {
    wished.value = { ...wished.value, placeKey: key, hand: null }
  }
  return { wished, own, places, place, load, choosePlace }
})
