import { useEventListener } from '@vueuse/core'
import { SCREENS, type Tabbed, type TabOf } from './screens'

/** Where a key works: all over the board, on whichever screen answers to it, or on one screen alone. */
type Reach = 'board' | 'here' | Tabbed
interface Key {
  /** As the browser names it, in small letters. */
  key: string
  /** As it stands on the board. */
  shown: string
  does: string
  reach: Reach
}

/** Keys that open no tab. */
const OTHERS = {
  keys: { key: '?', shown: '?', does: 'This list of shortcuts', reach: 'board' },
  iron: { key: ' ', shown: 'Space', does: 'The iron: down, lift, turned, cold', reach: 'board' },
  today: { key: 't', shown: 'T', does: 'Today\'s jobs', reach: 'board' },
  shelf: { key: 's', shown: 'S', does: 'Supplies', reach: 'board' },
  irons: { key: 'i', shown: 'I', does: 'The irons', reach: 'board' },
  seams: { key: 'z', shown: 'Z', does: 'Seams and hems', reach: 'board' },
  mend: { key: ',', shown: ',', does: 'Mend and add', reach: 'board' },
  rules: { key: 'r', shown: 'R', does: 'House rules', reach: 'board' },
  rescue: { key: '.', shown: '.', does: 'Fix a problem', reach: 'board' },
  practice: { key: ';', shown: ';', does: 'Practice', reach: 'board' },
  voice: { key: 'v', shown: 'V', does: 'Steps read aloud: on, off', reach: 'board' },
  fresh: { key: 'n', shown: 'N', does: 'New', reach: 'here' },
  change: { key: 'e', shown: 'E', does: 'Edit', reach: 'here' },
  find: { key: '/', shown: '/', does: 'Find', reach: 'here' },
  leave: { key: 'escape', shown: 'Esc', does: 'Close the form (draft kept)', reach: 'here' },
  take: { key: 'enter', shown: 'Enter', does: 'Take the first suggestion', reach: 'here' },
  earlier: { key: 'arrowleft', shown: '←', does: 'Half a second earlier', reach: 'here' },
  later: { key: 'arrowright', shown: '→', does: 'Half a second later', reach: 'here' },
  older: { key: 'arrowdown', shown: '↓', does: 'The swatch before', reach: 'here' },
  newer: { key: 'arrowup', shown: '↑', does: 'The swatch after', reach: 'here' },
  interrupt: { key: 'x', shown: 'X', does: 'Interrupted: lift; Space continues', reach: 'here' },
  keep: { key: 'k', shown: 'K', does: 'Save swatch', reach: 'here' },
  again: { key: 'a', shown: 'A', does: 'Press it again', reach: 'here' },
  undo: { key: 'u', shown: 'U', does: 'Undo', reach: 'cut' },
  redo: { key: 'y', shown: 'Y', does: 'Redo', reach: 'cut' },
  copy: { key: 'c', shown: 'C', does: 'Copy this piece', reach: 'cut' },
  mirror: { key: 'f', shown: 'F', does: 'Mirror this piece', reach: 'cut' },
  nextOne: { key: 'j', shown: 'J', does: 'The next piece or part', reach: 'cut' },
  turn: { key: 'q', shown: 'Q', does: 'Turn the part (grain kept)', reach: 'cut' },
  pin: { key: 'o', shown: 'O', does: 'Pin or unpin the part', reach: 'cut' },
  left: { key: 'arrowleft', shown: '←', does: 'Nudge the part back', reach: 'cut' },
  right: { key: 'arrowright', shown: '→', does: 'Nudge the part along', reach: 'cut' },
  up: { key: 'arrowup', shown: '↑', does: 'Nudge the part to the selvedge', reach: 'cut' },
  down: { key: 'arrowdown', shown: '↓', does: 'Nudge the part from the selvedge', reach: 'cut' },
  clock: { key: 'c', shown: 'C', does: 'The test swatch', reach: 'press' },
  takeBack: { key: 'backspace', shown: 'Backspace', does: 'Undo', reach: 'press' },
  aside: { key: 'x', shown: 'X', does: 'Set this piece aside', reach: 'press' },
  another: { key: 'j', shown: 'J', does: 'Add a piece', reach: 'press' },
  holds: { key: 'h', shown: 'H', does: 'The edge of the cold piece holds', reach: 'press' },
  nail: { key: 'n', shown: 'N', does: 'A nail starts it', reach: 'press' },
  lifts: { key: 'e', shown: 'E', does: 'It lifts, at the places marked', reach: 'press' },
  over: { key: 'o', shown: 'O', does: 'Take it over from the other board', reach: 'press' },
  begin: { key: 'enter', shown: 'Enter', does: 'Begin session', reach: 'press' },
  nextSeamDetail: { key: 'j', shown: 'J', does: 'The next seam or detail', reach: 'seams' },
  nextSeam: { key: 'j', shown: 'J', does: 'The next seam, as they are pressed', reach: 'seams' },
  turnSeam: { key: 'q', shown: 'Q', does: 'Turn this seam by hand', reach: 'seams' },
  letSeam: { key: 'u', shown: 'U', does: 'Back to the suggestion', reach: 'seams' },
  dial: { key: 'd', shown: 'D', does: 'Turn the dial to the recipe\'s setting', reach: 'here' },
} as const satisfies Record<string, Key>

type TabKeys = { [S in Tabbed]: Record<TabOf<S>, Key> }[Tabbed]
type AllOf<U> = (U extends unknown ? (of: U) => void : never) extends (of: infer I) => void ? I : never
/** Each tab is opened by its own, named after it. */
const TABS = Object.fromEntries(Object.entries(SCREENS).flatMap(([screen, s]) => ('tabs' in s ? s.tabs : []).map((t): [string, Key] =>
  [t.key, { key: t.press, shown: t.press.toUpperCase(), does: t.name, reach: screen as Tabbed }]))) as AllOf<TabKeys>

/** Every key of the board: what is registered, shown beside a control and listed on **?** is read from here. */
export const KEYS = { ...TABS, ...OTHERS }
export type KeyName = keyof typeof KEYS

/** What digits do on this screen, and up to which. */
export interface Digits {
  does: string
  from: number
  upTo: number
  act: (n: number) => void
  /** Which of them it takes at this moment, and the others are the stages'; without it they are all its own, and others do nothing. */
  takes?: (n: number) => boolean
}

const active = shallowReactive(new Map<KeyName, symbol[]>())
const digitOwners = shallowReactive<Digits[]>([])

/** The element that has the focus takes this key for itself. */
export function isTakenBy(focused: Element | null, key: string): boolean {
  if (!focused || focused === document.body) return false
  const role = focused.getAttribute('role') ?? ''
  if (['INPUT', 'TEXTAREA', 'SELECT'].includes(focused.tagName) || (focused as HTMLElement).isContentEditable) return true
  // A list that is open looks its entries up by letters.
  if (role === 'combobox')
    return key === 'enter' || key.startsWith('arrow') || (focused.getAttribute('aria-expanded') === 'true' && key !== 'escape')
  if (['listbox', 'option', 'menu', 'menuitem'].includes(role)) return key !== 'escape'
  if (key === 'enter') return ['BUTTON', 'A', 'SUMMARY'].includes(focused.tagName) || ['radio', 'tab'].includes(role)
  // What can be walked to and takes arrows for itself: dials, tabs, sliders, the map, the garment.
  if (key.startsWith('arrow')) return (focused as HTMLElement).tabIndex >= 0
  return false
}

/** While the sheet of keys lies over the board, no key of the board works. */
export const shortcutListOpen = ref(false)
/** Something lies over the screen and takes the keys for itself: a list that is open, the sheet of keys. */
const isCovered = () => document.querySelector('[role=dialog], [role=listbox], [data-reka-popper-content-wrapper]') !== null

/** Lets a screen answer to keys of the table for as long as it is shown; of two that answer to one key the newest has it. */
export function useShortcuts(handlers: Partial<Record<KeyName, () => void>>): void {
  const mine = Symbol('screen')
  const names = Object.keys(handlers) as KeyName[]
  // Handled before the control that has the focus: a closed list must not look a letter up among its entries.
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    const name = names.find(n => n !== 'leave' && KEYS[n].key === e.key.toLowerCase())
    if (!name || shortcutListOpen.value || e.ctrlKey || e.metaKey || e.altKey || active.get(name)?.at(-1) !== mine) return
    const { key } = KEYS[name]
    if (isTakenBy(document.activeElement, key) || (e.repeat && !key.startsWith('arrow'))) return
    e.preventDefault()
    e.stopPropagation()
    handlers[name]!()
  }, { capture: true })
  // Escape works out of a text field too, but first it closes whatever lies over the screen.
  if (handlers.leave) useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (e.key === 'Escape' && !e.defaultPrevented && !isCovered() && active.get('leave')?.at(-1) === mine) handlers.leave!()
  })
  const forget = () => {
    for (const name of names) {
      const left = (active.get(name) ?? []).filter(s => s !== mine)
      if (left.length > 0) active.set(name, left)
      else active.delete(name)
    }
  }
  const answer = () => {
    forget()
    for (const name of names) active.set(name, [...active.get(name) ?? [], mine])
  }
  answer()
  // A setup that is put behind another and kept alive answers to no key meanwhile.
  if (getCurrentInstance()) {
    onActivated(answer)
    onDeactivated(forget)
  }
  onScopeDispose(forget)
}

/** Digits belong to the screen that shows numbers; without one, they are the stages. */
export function useDigits(digits: Digits): void {
  digitOwners.push(digits)
  onScopeDispose(() => { digitOwners.splice(digitOwners.indexOf(digits), 1) })
}

/** Presses a digit for whoever has them; says whether anyone had. */
export function pressDigit(n: number): boolean {
  const owner = digitOwners.findLast(d => d.takes?.(n) ?? true)
  if (!owner || shortcutListOpen.value || n < owner.from || n > owner.upTo) return false
  owner.act(n)
  return true
}

/** Digits are handled before a closed list looks them up among its entries. */
export function useDigitKeys(): void {
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (!/^\d$/.test(e.key) || e.ctrlKey || e.metaKey || e.altKey || e.repeat || isTakenBy(document.activeElement, e.key)) return
    if (!pressDigit(Number(e.key))) return
    e.preventDefault()
    e.stopPropagation()
  }, { capture: true })
}

/** The keys that work now, for the sheet: those of the screen, then those of the board. */
export function useShortcutList() {
  const of = (reach: Reach) => (Object.keys(KEYS) as KeyName[]).filter(name => active.has(name) && KEYS[name].reach === reach)
  return {
    digits: computed(() => digitOwners.at(-1) ?? null),
    here: computed(() => (['swatch', 'cut', 'press', 'seams', 'mend', 'care', 'here'] as const).flatMap(of)),
    board: computed(() => of('board')),
  }
}

/**
 * Space is the iron whatever has the focus, save in a text field: it is caught before any button receives it, and so is its release,
 * which is what presses a button.
 */
export function useSpaceBar(runs: () => boolean, act: () => void): void {
  const isTyping = (e: KeyboardEvent) => {
    const at = e.target as HTMLElement
    const typed
      = at.tagName === 'INPUT' && !['range', 'radio', 'checkbox', 'button', 'file', 'color'].includes((at as HTMLInputElement).type)
    return typed || at.tagName === 'TEXTAREA' || at.isContentEditable
  }
  const mark = () => { active.set('iron', runs() ? [Symbol('iron')] : []); if (!runs()) active.delete('iron') }
  watchEffect(mark)
  const onKey = (e: KeyboardEvent) => {
    if (e.key !== ' ' || !runs() || isTyping(e)) return
    e.preventDefault()
    e.stopPropagation()
    if (e.type === 'keydown' && !e.repeat) act()
  }
  useEventListener(window, 'keydown', onKey, { capture: true })
  useEventListener(window, 'keyup', onKey, { capture: true })
}
