import { refDebounced } from '@vueuse/core'
import type { CommandPaletteGroup, CommandPaletteItem } from '@nuxt/ui'
import type { Fabric, Job, Page, Supply } from '#shared/schemas'
import { FAMILY_NAME, massWords } from '#shared/words'
import { guideParts, type GuidePart } from './guide'

/** The palette in which anything is found, open or not. */
export const paletteOpen = ref(false)
const MOST_RECENT = 6, ASKED_FOR = 12

/** Something that can be found; `words` are others by which it is looked for, `text` all that it says, which counts for less. */
interface Thing extends CommandPaletteItem { id: string, words?: string, text?: string }

/** Puts what was chosen last first, nothing twice. */
const recentFirst = (before: readonly string[], id: string): string[] => [id, ...before.filter(r => r !== id)].slice(0, MOST_RECENT)

/**
 * Everything that can be found from anywhere: fabrics, supplies, jobs, pieces, screens and their tabs, actions, shortcuts and pages of the
 * guide. What the board holds is there at once and without the server; beyond it the server is asked as one types.
 */
export function useFinding() {
  const library = useLibrary(), jobs = useJobs(), selection = useSelection(), cutting = useCutting(), router = useRouter()
  const term = ref(''), settled = refDebounced(term, 150)
  const recent = useStored<string[]>('found', [], { serializer: { read: v => JSON.parse(v) as string[], write: v => JSON.stringify(v) } })
  const parts = shallowRef<GuidePart[]>([])
  const beyondFor = ref('')
  const beyond = shallowRef<{ fabrics: Fabric[], supplies: Supply[] }>({ fabrics: [], supplies: [] })

  const thing = (of: Thing, act: () => void): Thing => ({ ...of, onSelect: () => {
    recent.value = recentFirst(recent.value, of.id)
    paletteOpen.value = false
    act()
  } })
  const go = (to: string) => () => { void router.push(to) }
  function openFabric(f: Fabric): void {
    library.keepFabric(f)
    selection.chosen.fabricId = f.id
    selection.chosen.way = null
    void router.push('/fabric')
  }
  function openSupply(s: Supply): void {
    library.keepSupply(s)
    void router.push(`/supplies?open=${s.id}`)
  }
  async function openJob(job: Job): Promise<void> {
    await jobs.open(job)
    await router.push('/fabric')
  }
  const unique = <T extends { id: string }>(all: readonly T[]): T[] => [...new Map(all.map(x => [x.id, x])).values()]

  const screens = Object.entries(SCREENS).map(([key, s]) => thing({
    id: `screen ${key}`, label: s.name, icon: s.icon, words: `${s.words} ${s.what}`,
    ...('shortcut' in s ? { kbds: [KEYS[s.shortcut].shown] } : {}),
  }, go(s.to)))
  const tabs = Object.entries(SCREENS).flatMap(([key, s]) => ('tabs' in s
    ? s.tabs.map(t => thing({ id: `tab ${key} ${t.key}`, label: t.name, suffix: s.name, icon: s.icon, words: t.words },
        go(`${s.to}?tab=${t.key}`)))
    : []))
  const ACTIONS = [
    { id: 'new-fabric', label: 'New fabric', to: '/fabric?new=1', words: 'enter describe add material' },
    { id: 'new-job', label: 'New job', to: '/today?new=1', words: 'add order customer ticket' },
    { id: 'new-supply', label: 'New supply', to: '/supplies?new=1', words: 'add interfacing web tape stabilizer shelf' },
    { id: 'new-swatch', label: 'New test swatch', to: '/swatch', words: 'press try scrap recipe' },
    { id: 'scrap', label: 'Take a picture of a scrap', to: '/mend?tab=hole', words: 'camera photo scrap box hole' },
    { id: 'backup', label: 'Make a backup', to: '/import-export', words: 'save archive export' },
  ] as const
  const actions = ACTIONS.map(a => thing({ id: `do ${a.id}`, label: a.label, icon: 'i-lucide-plus', words: a.words }, go(a.to)))

  /** What the server found by another name (rayon, spandex) is found here too. */
  const foundByServer = (x: { id: string }, among: 'fabrics' | 'supplies') =>
    (beyond.value[among].some(b => b.id === x.id) ? beyondFor.value : '')
  const fabrics = computed(() => unique([...library.fabrics, ...beyond.value.fabrics]).map(f => thing({
    id: `fabric ${f.id}`, label: f.name, suffix: `${f.code} · ${massWords(f.massGsm, selection.units)}`, icon: 'i-lucide-layers',
    words: `${f.construction} ${f.nap} ${f.fibres.map(x => x.fibre).join(' ')} ${f.lot} ${f.note} ${foundByServer(f, 'fabrics')}`,
  }, () => openFabric(f))))
  const supplies = computed(() => unique([...library.supplies, ...beyond.value.supplies]).map(s => thing({
    id: `supply ${s.id}`, label: s.name, suffix: `${s.code} · ${FAMILY_NAME[s.family].toLowerCase()}`, icon: 'i-lucide-archive',
    words: `${s.base} ${s.lot} ${foundByServer(s, 'supplies')}`,
  }, () => openSupply(s))))
  const jobItems = computed(() => (jobs.page?.rows ?? []).map(j => thing({
    id: `job ${j.id}`, label: j.name, suffix: j.garment, icon: 'i-lucide-ticket', words: j.note,
  }, () => { void openJob(j) })))
  const pieces = computed(() => cutting.pieces.map(p => thing({
    id: `piece ${p.id}`, label: p.name, suffix: jobs.job?.name, icon: 'i-lucide-spline',
  }, go(`/cut?tab=pieces&piece=${p.id}`))))
  const shortcuts = (Object.keys(KEYS) as (keyof typeof KEYS)[]).filter(k => KEYS[k].reach === 'board').map(k => thing({
    id: `key ${k}`, label: KEYS[k].does, kbds: [KEYS[k].shown], icon: 'i-lucide-keyboard', words: 'shortcut key',
  }, () => { if (k === 'keys') shortcutListOpen.value = true }))
  const guide = computed(() => parts.value.map(p => thing({
    id: `guide ${p.page}#${p.anchor}`, label: p.title, suffix: p.text.slice(0, 70), icon: 'i-lucide-book-open', text: p.text,
  }, go(`/guide/${p.page}${p.anchor ? `#${p.anchor}` : ''}`))))

  const groups = computed<CommandPaletteGroup[]>(() => {
    const all = [...jobItems.value, ...fabrics.value, ...supplies.value, ...pieces.value, ...screens, ...tabs, ...actions, ...guide.value]
    const last = recent.value.flatMap(id => all.find(t => t.id === id) ?? [])
    // With nothing typed only what was used last, and where one can go.
    if (term.value.trim() === '') return [
      ...(last.length > 0 ? [{ id: 'recent', label: 'Last used', items: last }] : []),
      { id: 'actions', label: 'Do', items: actions }, { id: 'screens', label: 'Go to', items: screens },
    ]
    return [
      { id: 'jobs', label: 'Jobs', items: jobItems.value }, { id: 'fabrics', label: 'Fabrics', items: fabrics.value },
      { id: 'supplies', label: 'Supplies', items: supplies.value }, { id: 'pieces', label: 'Pieces of this job', items: pieces.value },
      { id: 'screens', label: 'Go to', items: [...screens, ...tabs] }, { id: 'actions', label: 'Do', items: actions },
      { id: 'guide', label: 'In the guide', items: guide.value }, { id: 'shortcuts', label: 'Shortcuts', items: shortcuts },
    ]
  })

  watch(paletteOpen, async (on) => {
    if (!on) return
    term.value = ''
    if (!jobs.page) void jobs.load()
    parts.value = await guideParts()
  }, { immediate: true })
  let asked = 0
  watch(settled, async (q) => {
    const mine = ++asked
    if (q.trim().length < 2) return
    const ask = <T>(url: string) => $fetch<Page<T>>(url, { query: { q: q.trim(), size: ASKED_FOR } }).then(a => a.rows).catch(() => [])
    const [f, s] = await Promise.all([ask<Fabric>('/api/fabrics'), ask<Supply>('/api/supplies')])
    if (mine !== asked) return
    beyond.value = { fabrics: f as Fabric[], supplies: s as Supply[] }
    beyondFor.value = q.trim()
  })
  return { term, groups }
}
