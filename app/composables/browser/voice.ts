import { createGlobalState } from '@vueuse/core'
import type { StepKind } from '#core/press'

/** When what is left is said, s. */
const SAID_AT_S = [10, 5] as const
const LATE_EVERY_S = 10

/** What is said of a step with so many seconds left; nothing most of the time. */
export function spokenAt(kind: StepKind, leftS: number, over: boolean): string {
  if (kind === 'lay') return ''
  const left = Math.ceil(leftS)
  if (!over) return SAID_AT_S.some(s => s === left) ? `${left} seconds` : ''
  const late = Math.floor(Math.max(0, -leftS) / LATE_EVERY_S) * LATE_EVERY_S
  if (late > 0) return `${late} seconds over`
  return { warm: 'Lift', down: 'Lift', turn: 'Set down', cool: 'Cold', lay: '' }[kind]
}

/** Reads orders aloud with the browser's own voice; off until it is asked for. */
export const useVoice = createGlobalState(() => {
  const on = useStored<boolean>('voice', false)
  const can = typeof window !== 'undefined' && 'speechSynthesis' in window
  function say(words: string): void {
    if (!on.value || !can) return
    speechSynthesis.cancel()
    const utterance = new SpeechSynthesisUtterance(words)
    utterance.lang = 'en'
    speechSynthesis.speak(utterance)
  }
  const toggle = () => {
    on.value = !on.value
    if (on.value) say('Orders are read aloud')
    else if (can) speechSynthesis.cancel()
  }
  return { on, can, say, toggle }
})
