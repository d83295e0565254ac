/** Diagnosis, practice, care: how good and how quick; prints, asserts nothing. */
import { bondThrough, ironStays } from '#core/care'
import { ADHESIVE_KEYS, ADHESIVES } from '#core/materials'
import { beginExercise, bestAttempt, EXERCISES, judgeAttempt } from '#core/practice'
import { askThrough, diagnose, MOST_QUESTIONS, NO_CONTEXT, remedyFor, simulateFailure } from '#core/rescue'
import { demoPairs } from './pairs'
import { few } from './short'

const timed = <T>(work: () => T): [T, number] => {
  const from = performance.now(), got = work()
  return [got, performance.now() - from]
}
const FAILURES = few(300, 8)

export function printAfter(): void {
  // Thick ones of any fibre stay among them: some failures are of thickness.
  const benches = demoPairs().map(p => p.setup)
    .filter(b => b.fabric.thicknessMm >= 1 || b.fabric.fibres.every(f => f.fibre === 'cotton' || f.fibre === 'wool'))
  const failures = Array.from({ length: FAILURES }, (_, i) => simulateFailure(benches, i + 1))
  const ranks = failures.map(askThrough)
  console.log(`\n${FAILURES} hidden failures on fabrics of the demo: the true cause first, and among the first three`)
  for (let n = 0; n <= MOST_QUESTIONS; n++) {
    const share = (within: number) => `${(ranks.filter(r => r[n]! <= within).length / FAILURES * 100).toFixed(0)} %`
    console.log(`after ${n} questions: ${share(1).padStart(5)} ${share(3).padStart(5)}`)
  }
  const [, diagnosed] = timed(() => failures.forEach(f => diagnose(f.signs, {}, f.known)))
  const asks = few(100, 2), answered = { crisp: 0, held: 1 } as const
  const [, asked] = timed(() => {
    for (let n = 0; n < asks; n++) diagnose(['lifts', 'bubbles'], answered, NO_CONTEXT)
  })
  const each = [diagnosed / FAILURES, asked / asks].map(ms => ms.toFixed(2))
  console.log(`a diagnosis and its next question: ${each[0]} ms; with two answers ${each[1]} ms`)
  const [setup] = benches
  const [, cure] = timed(() => remedyFor('tooShort', { ...setup!, bond: 0.4, browned: false }))
  console.log(`a remedy worked out: ${cure.toFixed(0)} ms; how the wearer may iron it: ${timed(() => ironStays(setup!))[1].toFixed(0)} ms`)
  console.log('\nA bond of 125 % through 1, 5 and 20 washes: at its limit, and 20 °C over it')
  for (const key of ADHESIVE_KEYS) {
    const r = ADHESIVES[key], limitC = r.washC[1], adhesive = { adhesive: r, limitC, tumble: r.tumble, repellent: false, wear: 1 }
    const at = (washC: number) => [1, 5, 20].map(n =>
      `${(bondThrough(1.25, adhesive, { washC, tumble: r.tumble, softener: false }, n).at(-1)! * 100).toFixed(0)} %`).join(' ')
    console.log(
      `${r.name.padEnd(30)} ${String(limitC).padStart(3)} °C: ${at(limitC).padEnd(18)} ${limitC < 95 ? at(Math.min(95, limitC + 20)) : ''}`)
  }
  console.log('\nPractice: an exercise laid out, its best looked for, an answer judged, ms')
  for (const key of EXERCISES.slice(0, few(EXERCISES.length, 2))) {
    const [laid, begun] = timed(() => beginExercise(key, 7)), [best, looked] = timed(() => bestAttempt(laid))
    const [, judged] = timed(() => judgeAttempt(laid, best))
    console.log(`${key.padEnd(12)} ${begun.toFixed(1).padStart(6)} ${looked.toFixed(0).padStart(6)} ${judged.toFixed(0).padStart(6)}`)
  }
}
