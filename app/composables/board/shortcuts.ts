import { useEventListener } from '@vueuse/core'
import { KEYS, type KeyName, type Reach } from './keys'

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

/** The sheet of keys lies over the board. */
export const shortcutListOpen = ref(false)
/** A picture with keys of its own fills the screen. */
export const fullPictureOpen = ref(false)
/** While either lies over the board, no key of the board works. */
export const keysAtRest = computed(() => shortcutListOpen.value || fullPictureOpen.value)
/** A dialog lies over the board: letters and digits are not meant for what is behind it. What merely hangs beside a button is none. */
const isUnderDialog = () => [...document.querySelectorAll('[role=dialog][data-state=open]')]
  .some(dialog => !dialog.closest('[data-reka-popper-content-wrapper]'))
/** Something lies over the screen and takes the keys for itself: a list that is open, the sheet of keys. */
const isCovered = () => document.querySelector('[role=dialog], [role=listbox], [data-reka-popper-content-wrapper]') !== null

/** Lets a screen answer to keys of the table for as long as it is shown; of two that answer to one key the newest has it. */
export function useShortcuts(handlers: Partial<Record<KeyName, () => void>>): void {
  const mine = Symbol('screen')
  const names = Object.keys(handlers) as KeyName[]
  // Handled before the control that has the focus: a closed list must not look a letter up among its entries.
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    const name = names.find(n => n !== 'leave' && KEYS[n].key === e.key.toLowerCase())
    if (!name || keysAtRest.value || e.ctrlKey || e.metaKey || e.altKey || active.get(name)?.at(-1) !== mine) return
    const { key } = KEYS[name]
    if (isTakenBy(document.activeElement, key) || isUnderDialog() || (e.repeat && !key.startsWith('arrow'))) return
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
  if (!owner || keysAtRest.value || n < owner.from || n > owner.upTo) return false
  owner.act(n)
  return true
}

/** Digits are handled before a closed list looks them up among its entries. */
export function useDigitKeys(): void {
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (!/^\d$/.test(e.key) || e.ctrlKey || e.metaKey || e.altKey || e.repeat || isTakenBy(document.activeElement, e.key)) return
    if (isUnderDialog() || !pressDigit(Number(e.key))) return
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
