import type { IronKindKey, PressClothKindKey } from '#core/materials'
import { METRIC, US_CUSTOMARY } from '#core/units'
import { CURRENCIES, type BeginBody, type DialKey, type StarterKey, type Workroom } from '#shared/schemas'

const US = 'US', POUND = 'GBP', DOLLAR = 'USD', EURO = 'EUR'
/** Units as they are usual where this browser is at home. @param locale as in en-GB */
export function usualUnits(locale: string): Workroom['units'] {
  const at = new Intl.Locale(locale).maximize().region
  const currency = at === US ? DOLLAR : at === 'GB' ? POUND : EURO
  const measured = at === US ? US_CUSTOMARY : METRIC
  return { ...measured, region: at === US ? 'US' : 'UK', currency: CURRENCIES.includes(currency) ? currency : EURO }
}

interface Draft {
  name: string
  owner: string
  units: Workroom['units']
  iron: IronKindKey | null
  dial: DialKey
  pressCloths: PressClothKindKey[]
  supplies: StarterKey[]
}
const toggled = <T>(list: readonly T[], one: T): T[] => (list.includes(one) ? list.filter(x => x !== one) : [...list, one])

/** A workroom as it is begun, step by step; a reload finds what was filled in. */
export function useBeginning() {
  const draft = useStored<Draft>('begin', {
    name: '', owner: '', units: usualUnits(navigator.language), iron: 'household', dial: 'dots', pressCloths: ['muslin'], supplies: [],
  }, { mergeDefaults: true })
  /** Never kept in the browser. */
  const passphrase = ref('')
  const problem = ref<string | null>(null)
  const beginning = ref(false)
  const toggle = <K extends 'pressCloths' | 'supplies'>(key: K, one: Draft[K][number]): void => {
    draft.value = { ...draft.value, [key]: toggled<Draft[K][number]>(draft.value[key], one) }
  }
  const body = (): BeginBody => {
    const { iron, dial, owner, ...rest } = toPlain(draft.value)
    return {
      ...rest, name: rest.name.trim() || `Workroom of ${owner.trim()}`.slice(0, 80),
      owner: { name: owner.trim(), passphrase: passphrase.value },
      device: deviceWords(navigator.userAgent), iron: iron && { kind: iron, dial },
    }
  }
  /** @returns the workroom that is there now; null where it was refused */
  async function begin(): Promise<Workroom | null> {
    beginning.value = true
    problem.value = null
    try {
      return await $fetch<Workroom>('/api/begin', { method: 'POST', body: body() })
    } catch (error) {
      problem.value = problemOf(error).detail
      return null
    } finally {
      beginning.value = false
    }
  }
  return { draft, passphrase, problem, beginning, toggle, begin }
}
