import { describe, expect, it } from 'vitest'
import { careLimits, type CareLimits, type IronStay } from '#core/care'
import { beginExercise, EXERCISES, judgeAttempt, type Finding } from '#core/practice'
import { CAUSES, QUESTIONS, answersTo, REMEDIES, SIGNS, type Remedy } from '#core/rescue'
import {
  cannotWords, careEventLine, careFar, careFault, careWhy, CAUSE_NAME, cleanLine, contradictWords, coolerLine, dryLine, EXERCISE_NAME,
  findingWords,
  foreseenLine,
  ironLine, lookLine, lotLine, measuredLine, nearWords, NEXT_WORDS, optionWords, partLine, QUESTION_WORDS, REMEDY_NAME, remedySteps,
  riskWords,
  roundsLine, shareWords, SIGN_NAME, careCardAdvice, careCardLines, careCardText, careCardWhy,
  staleLine, stayLine, taskWords, TOPIC_NAME, wakesLine,
  washLine, wearLine,
} from '.'

const limits = (more: Partial<CareLimits> = {}): CareLimits => ({ ...careLimits([]), ...more })
const F = { length: 'in', temperature: '°F', arealMass: 'oz/yd²' } as const

describe('care in words', () => {
  it('says what the wearer may do, in the units of the house', () => {
    expect(careCardLines(limits())).toEqual(
      ['Wash at 95 °C or cooler, no softener', 'Dryer', 'Iron up to 200 °C (three dots)', 'May be dry-cleaned'])
    expect(washLine(0)).toBe('Do not wash')
    expect(washLine(40, F)).toContain('105 °F')
    expect(dryLine('no')).toContain('no dryer')
    expect(cleanLine(false)).toBe('Not dry-cleaned')
    const iron = (c: 0 | 110 | 150 | 200, more: Partial<CareLimits> = {}) => ironLine(limits({ iron: { value: c, reasons: [] }, ...more }))
    expect(iron(0)).toBe('Do not iron')
    expect(iron(110, { backOnly: true, covered: true, steam: 'no' })).toBe(
      'Iron up to 110 °C (one dot), from the wrong side only, under a press cloth, no steam')
    expect(iron(150)).toContain('two dots')
  })
  it('says why, for every kind of reason', () => {
    const why = (w: Parameters<typeof careWhy>[0]['why'], more = {}) => careWhy(
      { name: 'Front', why: w, limit: 0, origin: 'typical', ...more })
    expect(why('fibre', { fibre: 'wool' })).toBe('Front: wool')
    expect(why('fibre')).toContain('its fibre is unknown')
    expect(why('base', { fibre: 'viscose' })).toContain('base is viscose')
    expect(why('finish', { finish: 'flock' })).toContain('lettering')
    expect(why('adhesive', { adhesive: 'eva' })).toContain('ethylene')
    for (const w of ['sheet', 'label', 'swatch', 'glueLine', 'preshrunk', 'print'] as const) expect(why(w)).toContain('Front')
    expect([careFar(true), careFar(false), careFar('low'), careFar(0), careFar(60)]).toEqual(
      ['may be cleaned', 'no solvent', 'a low dryer', 'not at all', 'to 60 °C'])
  })
  it('a wish that goes too far is named with what says no', () => {
    const by = { name: 'Lawn', why: 'sheet' as const, limit: 40, origin: 'maker' as const }
    expect(careFault({ of: 'wash', wishC: 60, by })).toBe('Wash at 60 °C is too much. Lawn: its maker (to 40 °C).')
    expect(careFault({ of: 'tumble', wish: 'low', by: { ...by, limit: 'no' } })).toBe(
      'The low dryer is too much. Lawn: its maker (no dryer).')
    expect(careFault({ of: 'dryClean', by: { ...by, limit: false } })).toContain('Dry-cleaning is too much')
  })
  it('says what wakes an adhesive, how often it holds, how long an iron may rest', () => {
    expect(wakesLine('wash', 90, 105)).toContain('This wash softens it: in water it softens at 90 °C')
    expect(wakesLine('dryer', 90, 105)).toContain('dry it softens at 105 °C')
    expect(wakesLine(null, 90, 105)).toContain('Neither')
    expect(roundsLine(0, 20, 'Lawn', false)).toContain('too weakly even before the first wash')
    expect(roundsLine(0, 20, 'Lawn', true)).toContain('fails in the first wash')
    expect(roundsLine(7, 20, 'Lawn', true)).toBe('Lawn holds through 7 washes.')
    expect(roundsLine(30, 20, 'Lawn', true)).toContain('more than you asked for')
    expect(roundsLine(200, 20, 'Lawn', true)).toContain('outlasts')
    expect(coolerLine(40, 'no', 20)).toBe('Cooler: at 40 °C, no dryer, it holds through 20 (dashed).')
    expect(coolerLine(30, null, 20)).toBe('Cooler: at 30 °C, it holds through 20 (dashed).')
    const stay = (more: Partial<IronStay>): string => stayLine(
      { classC: 150, side: 'face', covered: false, steam: false, restS: 7, ...more })
    expect(stay({})).toBe('150 °C from the right side: 7\u00A0s in one place')
    expect(stay({ covered: true, steam: true, side: 'back', restS:
      0.4 })).toBe('150 °C from the wrong side, under a press cloth, steam: not at all')
    expect(stay({ restS: null })).toContain('as long as you like')
    expect(wearLine(1, 1.3)).toContain('1 swatch of it was washed here: it wears 1.3 times')
  })
  it('the slip as text has all of it, and own words', () => {
    const l = limits({ wash: { value: 30, reasons: [{ name: 'Embroidery', why: 'adhesive', adhesive: 'eva', limit: 30,
      origin: 'typical' }] },
    steamWakes: true })
    const text = careCardText('Coat', l, 'Brush it.')
    for (const part of ['Coat', 'Wash at 30', 'Brush it.', 'Why: Embroidery: its adhesive', 'With steam']) expect(text).toContain(part)
    expect(careCardWhy(l)).toHaveLength(1)
    expect(careCardAdvice(limits())).toHaveLength(1)
    expect(careCardAdvice({ ...l, steam: 'no' })).toHaveLength(1)
  })
  it('how it came back, against what was foreseen', () => {
    const e = { rounds: 3, washC: 40, tumble: 'low' as const, softener: true, grade: 2, marks: ['bubbles' as const] }
    expect(careEventLine(e)).toBe('3 washes at 40 °C, a low dryer, softener, 2: a steady pull peels it, bubbles')
    expect(careEventLine({ ...e, rounds: 1, washC: 0, tumble: 'no', softener: false, marks: [] })).toBe(
      'cleaned once, 2: a steady pull peels it')
    expect(careEventLine({ ...e, washC: 0, tumble: 'no', softener: false, marks: [] })).toContain('cleaned 3 times, 2:')
    expect(foreseenLine(3.2, 3, true)).toContain('As predicted')
    expect(foreseenLine(4.4, 2, true)).toBe('Worse than predicted (4): we predict less here from now on.')
    expect(foreseenLine(4.4, 2, false)).toBe('Worse than predicted (4).')
    expect(foreseenLine(2, 4, true)).toContain('Better')
  })
  it('what stands due, a line each', () => {
    expect(lookLine({ jobId: '', name: '', lookOn: '2026-11-28' }, '2026-11-27')).toBe('in 1 day')
    expect(lookLine({ jobId: '', name: '', lookOn: '2026-11-27' }, '2026-11-27')).toBe('due today')
    expect(lookLine({ jobId: '', name: '', lookOn: '2026-11-24' }, '2026-11-27')).toBe('due 3 days ago')
    expect(staleLine({ jobId: '', name: '', fabricId: '', fabric: 'Melton', supply: 'Front', what: 'fabricLot' })).toContain(
      'another lot of the fabric')
    expect(lotLine({ supplyId: '', name: '', stockM: 0.8, jobs: 2 })).toBe('0.80 m left, wanted by 2 jobs')
    expect(lotLine({ supplyId: '', name: '', stockM: 1, jobs: 0 })).toBe('1.00 m left')
    expect(measuredLine({ ironId: '', name: '', measuredAt: null }, '2026-11-27')).toBe('never measured')
    expect(measuredLine({ ironId: '', name: '', measuredAt: '2026-08-27' }, '2026-11-27')).toBe('measured 92 days ago')
  })
})

describe('rescue in words', () => {
  it('every sign, cause, question and remedy has its own words', () => {
    for (const all of [SIGNS.map(s => SIGN_NAME[s]), CAUSES.map(c => CAUSE_NAME[c]), REMEDIES.map(r => REMEDY_NAME[r])])
      expect(new Set(all).size).toBe(all.length)
    for (const c of CAUSES) expect(NEXT_WORDS[c]).toMatch(/\.$/)
    for (const q of QUESTIONS) {
      expect(QUESTION_WORDS[q].asks).toMatch(/\?$/)
      expect(QUESTION_WORDS[q].answers).toHaveLength(answersTo(q))
    }
    expect(contradictWords(['lifts', 'torn'])).toContain('cannot both be')
    expect(shareWords(0.734)).toBe('73 of 100')
  })
  const setting = { label: 'wool', meanC: 152, swingC: 12, origin: 'measured' as const }
  const remedy = (more: Partial<Remedy>): Remedy => ({ key: 'pressAgain', recipe: null, hover: null, risk: 0, cannot: null, ...more })
  const recipe = {
    method: 'dry', setting, firstSide: 'back', passes: 2, warmS: 0, holdS: 14, secondS: 10, lean: 'lean', pressureKPa: 3,
    pressClothWaterGsm: 0,
    mistGsm: 0,
    steamGM2S: 0, steamS: 0, coolS: 30, tableS: 0,
  } as const
  it('steps give the recipe as the hands do it, and what cannot be undone is said kindly', () => {
    const steps = remedySteps(remedy({ recipe }))
    expect(steps.join(' ')).toContain('14\u00A0s, wool (152 °C), dry, from the wrong side; turn, 10\u00A0s more')
    expect(remedySteps(remedy({ key: 'raisePile', hover: { setting,
      forS: 5 } })).join(' ')).toContain('steam for 5\u00A0s, touching nothing')
    for (const key of REMEDIES) if (key !== 'none')
      for (const s of remedySteps(remedy({ key, recipe }))) expect(s.length).toBeGreaterThan(10)
    expect(remedySteps(remedy({ key: 'none', cannot: { why: 'melted' } }))).toEqual([])
    for (const n of [
      { why: 'melted' }, { why: 'browned' }, { why: 'glazed' }, { why: 'dyeMoved' }, { why: 'noHeat', fumes: true },
      { why: 'noHeat', fumes: false },
      { why: 'noSteam' }, { why: 'noWay', blocked: null },
    ] as const) expect(cannotWords(n).length).toBeGreaterThan(30)
    expect(cannotWords({ why: 'noHeat', fumes: true })).toContain('fumes')
  })
  it('says how risky it is itself', () => {
    expect(riskWords(remedy({}))).toContain('No heat')
    expect(riskWords(remedy({ hover: { setting, forS: 5 } }))).toContain('hand out of the steam')
    expect([0.1, 0.4, 0.7].map(risk => riskWords(remedy({ recipe, risk })))).toEqual([
      'Little risk to the fabric.', expect.stringContaining('Some risk'), expect.stringContaining('a scrap first'),
    ])
  })
})

describe('practice in words', () => {
  it.each(EXERCISES)('%s: its task, and all that may be chosen, in words', (key) => {
    const b = beginExercise(key, 3)
    expect(taskWords(b).length).toBeGreaterThan(30)
    expect(EXERCISE_NAME[key].length).toBeGreaterThan(3)
    for (const a of b.asks) {
      expect(TOPIC_NAME[a.topic]).toBeTruthy()
      const names = a.options.map(o => optionWords(b, a.topic, o))
      expect(new Set(names).size).toBe(names.length)
    }
  })
  it('parts of an order say what they need', () => {
    const b = beginExercise('order', 3)
    expect(partLine(b, 'facing')).toContain('after the front')
    expect(partLine(b, 'collar')).toMatch(/at the board, cools/)
  })
  it('findings are sentences, and name their figures', () => {
    const all: Finding[] = [
      { say: 'underBonded', bond: 0.4 }, { say: 'overFused', bond: 4 }, { say: 'bonded', bond: 1.2 },
      { say: 'harm', kind: 'scorch', severity: 2 },
      { say: 'blisters', waterGsm: 9 }, { say: 'slow', bestS: 8, tookS: 30 }, { say: 'overClass', soleC: 195, limitC: 150 },
      { say: 'needsPressCloth' },
      { say: 'drips' }, { say: 'steamStopped' }, { say: 'faceBarred' }, { say: 'wrongClass', said: 200, is: 110 },
      { say: 'rightClass', is: 110 },
      { say: 'jumped', fromC: 90, toC: 150 }, { say: 'cutOff', wantedMm: 1000, cameMm: 980 }, { say: 'preshrunk' },
      { say: 'movesAgain', mmPerM: 12 },
      { say: 'brittle' }, { say: 'agents', right: ['heat', 'steam'] }, { say: 'motion', right: 'tipAlong' },
      { say: 'notSet', forS: 2, neededS: 9 },
      { say: 'finish', yoursS: 400, bestS: 350 }, { say: 'broken', op: 'hem', needs: 'front' }, { say: 'lining', peakC: 130, limitC: 110 },
      { say: 'unanswered', topic: 'setting' },
    ]
    const words = all.map(f => findingWords(f))
    for (const w of words) expect(w).toMatch(/^[A-Z0-9].*\.$/)
    expect(new Set(words).size).toBe(all.length)
    expect(judgeAttempt(beginExercise('thick', 1), { choice: {}, heldS: [] }).findings.map(f => findingWords(f))).toEqual(
      ['First side: not chosen yet.'])
    expect([nearWords(1), nearWords(0.5)]).toEqual(['As good as it could be', '50 of 100 of the best'])
  })
})
