import type { Component } from 'vue'
import { SCREENS, screenAt, type ScreenTab, type Tabbed, type TabOf } from './screens'
import { KEYS } from './keys'
import { useShortcuts } from './shortcuts'

/** Where on the way round the board one stands; null where nobody is shown around. */
export const tourStop = ref<number | null>(null)

/** The tabs of a screen as its bar shows them, each with its shortcut. */
export const tabsOf = <K extends Tabbed>(screen: K): { key: TabOf<K>, name: string, shown: string, seldom: boolean, large: boolean }[] =>
  (SCREENS[screen].tabs as readonly ScreenTab<TabOf<K>>[])
    .map(t => ({ key: t.key, name: t.name, shown: KEYS[t.key].shown, seldom: t.seldom ?? false, large: t.large ?? false }))

/**
 * Which tab of a screen is open: kept in this browser, chosen by its shortcut, or named by the address one came by (`?tab=hem`).
 * @param kept under which name; @param withShortcuts false where the screen registers them itself
 */
export function useTab<K extends Tabbed>(screen: K, first: TabOf<K>, kept = `${screen}-tab`, withShortcuts = true): Ref<TabOf<K>> {
  const tab = useStored<TabOf<K>>(kept, first), route = useRoute()
  const isOne = (key: unknown): key is TabOf<K> => SCREENS[screen].tabs.some(t => t.key === key)
  if (!isOne(tab.value)) tab.value = first
  watch(() => route.query.tab, (wanted) => { if (screenAt(route.path)?.key === screen && isOne(wanted)) tab.value = wanted },
    { immediate: true })
  if (withShortcuts)
    useShortcuts(Object.fromEntries(SCREENS[screen].tabs.map(t => [t.key, () => { tab.value = t.key as TabOf<K> }])))
  return tab as Ref<TabOf<K>>
}

/** Does what the address asks for (`?new=1`) once, however often it is asked, and takes it out of the address. */
export function useAsked(name: string, act: (value: string) => void): void {
  const route = useRoute(), router = useRouter(), here = route.path
  watch(() => route.query[name], (value) => {
    if (typeof value !== 'string' || route.path !== here) return
    act(value)
    const { [name]: _, ...query } = route.query
    void router.replace({ query })
  }, { immediate: true })
}

/**
 * The component that shows a tab, of those in a folder.
 * @param found every component there, by its path
 * @throws Error where none is called so
 */
export function panelOf<K extends Tabbed>(screen: K, tab: TabOf<K>, found: Record<string, Component>): Component {
  const tabs: readonly { key: string, panel?: string }[] = SCREENS[screen].tabs
  const { panel } = tabs.find(t => t.key === tab)!
  const path = Object.keys(found).find(p => p.endsWith(`/${panel}.vue`))
  if (!path) throw new Error(`There is no component called ${panel}.`)
  return found[path]!
}
