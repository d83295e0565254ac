/**
 * Fits the speed of every grade of adhesive to its typical maker's instructions, prints the residuals and writes them as plain data. `npm
 * run fit`
 */
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { bondOf, gradeOf } from '#core/bond'
import { INSTRUCTIONS_BOND, pressReference, TYPICAL_INSTRUCTIONS, USUAL_SUPPLY } from '#core/instructions'
import { ADHESIVE_GRADES, ADHESIVE_KEYS, ADHESIVES } from '#core/materials'

const check = process.argv.includes('--check')
const speeds = ADHESIVE_KEYS.map((key) => {
  const of = ADHESIVE_GRADES.map((grade) => {
    const instructions = TYPICAL_INSTRUCTIONS[key][grade]
    if (!instructions) return { grade, speed: null, line: '' }
    const run = pressReference(instructions, key, USUAL_SUPPLY[key])
    // Bond is proportional to speed: one run gives the factor.
    const guessed = bondOf(run, ADHESIVES[key]), speed = Number((INSTRUCTIONS_BOND / guessed.final).toPrecision(4))
    const kept = bondOf(run, gradeOf(key, grade)).final
    const line
      = `${ADHESIVES[key].name.padEnd(26)} ${grade.padEnd(5)} ${String(instructions.soleC).padStart(3)} °C `
        + `${String(instructions.holdS).padStart(2)} s ${String(instructions.pressureKPa).padStart(5)} kPa`
        + `  glue line to ${guessed.peakC.toFixed(0)} °C  first guess ${guessed.final.toFixed(2)}  speed × ${speed.toFixed(2)}  `
        + `with the data kept ${kept.toFixed(3)}  residual ${(kept - INSTRUCTIONS_BOND).toFixed(3)}`
    return { grade, speed, line }
  })
  for (const { line } of of) if (line) console.log(line)
  return `  ${key}: { ${of.map(o => `${o.grade}: ${o.speed}`).join(', ')} },`
})

if (!check) {
  const file = join(process.cwd(), 'core/bond/rates.ts')
  const kept = readFileSync(file, 'utf8')
  writeFileSync(file, `${kept.slice(0, kept.indexOf('= {') + 3)}\n${speeds.join('\n')}\n}\n`)
  console.log('\nWritten to core/bond/rates.ts.')
}
