import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fabricBody, supplyBody, supplyFields, type FabricBody, type PressSession } from '../schemas'
import { calibrationTemplate, FABRIC_CSV, fromCsv, guard, sessionToCsv, SUPPLY_CSV, templateOf, toCsv, tracesFromCsv, unguard } from '.'

const fabric = (over: Partial<FabricBody> = {}): FabricBody =>
  fabricBody.parse({
    code: 'C-1', name: 'Ticking',
    fibres: [
      { fibre: 'cotton', sharePct: 60 }, { fibre: 'polyester', sharePct: 40 },
    ],
    construction: 'twill', massGsm: 180.5, thicknessMm: 0.41, mayGetWet: true, nap: 'none', colourHex: '#8d99a6', ...over,
  })
const problems = (csv: string) => {
  const rows = fromCsv(FABRIC_CSV, csv)
  return typeof rows === 'string' ? rows : rows.flatMap(r => 'problems' in r ? r.problems : []).join(' ')
}
const row = (over: Record<string, string>) => {
  const base: Record<string, string> = {
    code: 'C-1', name: 'x', fibres: 'cotton 100', construction: 'poplin', mass_gsm: '120', thickness_mm: '0.27', ...over,
  }
  return `${Object.keys(base).join(';')}\n${Object.values(base).join(';')}`
}

describe('CSV', () => {
  it('fabrics go out and in again exactly, whatever the text', () => {
    const words = fc.string({ unit: 'binary', maxLength: 30 }).map(s => s.replace(/\p{C}/gu, '').trim())
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            note: words, lot: words, sheer: fc.boolean(), stockM: fc.option(fc.integer({ min: 0, max: 900 }), { nil: null }),
            labelSteam: fc.option(fc.boolean(), { nil: null }),
          }),
          { minLength: 1, maxLength: 6 },
        ),
        (overs) => {
          const fabrics = overs.map((o, i) => fabric({ ...o, code: `C-${i}` }))
          const back = fromCsv(FABRIC_CSV, toCsv(FABRIC_CSV, fabrics))
          expect(typeof back === 'string' ? back : back.map(r => ('body' in r ? r.body : r.problems))).toEqual(fabrics)
        },
      ),
    )
  })
  it('supplies too', () => {
    const supply = supplyBody.parse({
      code: 'S', name: '=cmd', family: 'fusible', base: 'woven', baseFibre: 'cotton', massGsm: 60, thicknessMm: 0.25, adhesive: 'polyamide',
      adhesiveGsm: 12, colourHex: '#ffffff', makerC: 150, instructions: 'maker', tumble: 'low', note: '-3 "quoted", and;more',
    })
    const back = fromCsv(SUPPLY_CSV, toCsv(SUPPLY_CSV, [supply]))
    expect(back).toEqual([{ line: 2, code: 'S', body: supply }])
  })
  it('in US units the headings say so, and what goes out comes in as it was stored', () => {
    const US = { length: 'in', temperature: '°F', arealMass: 'oz/yd²' } as const
    const [head] = toCsv(SUPPLY_CSV, [], US).split('\r\n')
    expect(head).toContain('mass_oz_yd2,thickness_in')
    expect(head).toMatch(/maker_f,.*maker_pressure_psi.*wash_f.*width_in,price_per_yd,stock_yd/)
    expect(head).not.toMatch(/_gsm|_mm|_kpa|_c,/)
    const read = fromCsv(SUPPLY_CSV, 'code,name,mass_oz_yd2,thickness_in,price_per_yd,stock_yd,wash_f\nA,Lawn,3.539,0.01,9.144,10,104')
    expect(read).toMatchObject([{ body: { pricePerM: 10, stockM: 9.144, washC: 40 } }])
    expect((read as { body: { massGsm: number, thicknessMm: number } }[])[0]!.body.massGsm).toBeCloseTo(120, 1)
    // A yard is less than a metre, and so is its price.
    const priced = supplyFields.parse({
      code: 'A', name: 'Lawn', family: 'sewIn', base: 'woven', baseFibre: 'cotton', massGsm: 60, thicknessMm: 0.2, adhesive: null,
      adhesiveGsm: 0, colourHex: '#ffffff', pricePerM: 10, stockM: 9.144,
    })
    const [names, row] = toCsv(SUPPLY_CSV, [priced], US).split('\r\n').map(line => line.split(','))
    expect(['price_per_yd', 'stock_yd'].map(name => Number(row![names!.indexOf(name)]))).toEqual([9.144, 10])
    fc.assert(fc.property(fc.integer({ min: 10, max: 2000 }), fc.integer({ min: 3, max: 1500 }), (gsm, hundredths) => {
      const csv = toCsv(SUPPLY_CSV, [supplyFields.parse({
        code: 'A', name: 'A', family: 'sewIn', base: 'woven', baseFibre: 'cotton', massGsm: gsm, thicknessMm: hundredths / 100,
        adhesive: null,
        adhesiveGsm: 0, colourHex: '#ffffff',
      })], US)
      expect(fromCsv(SUPPLY_CSV, csv)).toMatchObject([{ body: { massGsm: gsm, thicknessMm: hundredths / 100 } }])
    }), { seed: 21, numRuns: 60 })
  })
  it('sheets of before, with their headings, are still read', () => {
    expect(fromCsv(SUPPLY_CSV, 'code,name,mass_gsm,thickness_mm,resin,resin_gsm,leaflet\nA,Lawn,60,0.2,polyamide,12,lost'))
      .toMatchObject([{ body: { adhesive: 'polyamide', adhesiveGsm: 12, instructions: 'lost' } }])
  })
  it('the templates read as they stand', () => {
    for (const kind of [FABRIC_CSV, SUPPLY_CSV])
      expect(
        (fromCsv(kind as typeof FABRIC_CSV, templateOf(kind as typeof FABRIC_CSV)) as { problems?: string[] }[]).every(r => !r.problems),
      ).toBe(true)
  })
  it.each([
    '=1+1', '+31', '-x', '@sum', '\'=quoted', '\uFF1D1+1', '\uFF0B31', '\uFF0Dx', '\uFF20sum', '\'\uFF1Dquoted',
  ])('%s never runs in a spreadsheet, and comes back', (s) => {
    expect(guard(s)).toMatch(/^'/)
    expect(unguard(guard(s))).toBe(s)
  })
  it('takes a BOM, semicolons, decimal commas and a unit that is the right one', () => {
    const rows = fromCsv(FABRIC_CSV, `\uFEFF${row({ mass_gsm: '118,5 g/m²', thickness_mm: '0,26' })}`)
    expect(rows).toMatchObject([{ body: { massGsm: 118.5, thicknessMm: 0.26 } }])
  })
  it.each<[string, string, RegExp]>([
    ['ounces', row({ mass_gsm: '4 oz' }), /oz\/yd²; give it in g\/m²/],
    ['inches', row({ thickness_mm: '0.01 in' }), /inches; give it in mm/],
    ['words for figures', row({ mass_gsm: 'heavy' }), /not a number/],
    ['shares of 99.9', row({ fibres: 'cotton 99.9' }), /0\.1 % is missing. Add it/],
    ['shares of 100.1', row({ fibres: 'cotton 60 + silk 40.1' }), /0\.1 % too much. Take it off/],
    ['a fibre without a share', row({ fibres: 'cotton' }), /such as "cotton 60"/],
    ['neither yes nor no', row({ may_get_wet: 'perhaps' }), /neither yes nor no/],
    ['the same code twice', `${row({})}\nC-1;y;cotton 100;poplin;120;0.27`, /is already on line 2/],
    ['an unknown column', 'code;name;zodiac\na;b;c', /"zodiac" is not known/],
    ['no header', '1;2;3', /must name the columns/],
    ['nothing', '', /empty/],
  ])('%s', (_n, csv, wanted) => expect(problems(csv)).toMatch(wanted))
})

describe('calibration readings', () => {
  it('are grouped by iron and setting, whatever the order and the decimal sign', () => {
    expect(tracesFromCsv('\uFEFFiron;setting;seconds;celsius\nA;wool;0;20,5\nB;wool;0;21\nA;wool;2;24,5 °C')).toEqual([
      { line: 2, iron: 'A', setting: 'wool', readings: [{ atS: 0, c: 20.5 }, { atS: 2, c: 24.5 }], problems: [] },
      { line: 3, iron: 'B', setting: 'wool', readings: [{ atS: 0, c: 21 }], problems: [] },
    ])
  })
  it.each<[string, string, RegExp]>([
    ['fahrenheit', 'iron,setting,seconds,celsius\nA,wool,0,300 °F', /in °F; give it in °C/],
    ['a gap', 'iron,setting,seconds,celsius\nA,wool,,30', /both need a number/],
  ])('%s', (_n, csv, wanted) => expect((tracesFromCsv(csv) as { problems: string[] }[])[0]!.problems[0]).toMatch(wanted))
  it('a file without the columns says which, and names all that it wants as the template writes them', () => {
    const said = tracesFromCsv('iron,seconds\nA,1') as string
    expect(said).toContain('setting, celsius is missing')
    const [head] = calibrationTemplate().split('\r\n'), wanted = /must name the columns (.*);/.exec(said)![1]!
    expect(wanted.replace(' and ', ', ').split(', ')).toEqual(head!.split(','))
  })
})

describe('the log of a session as a table', () => {
  it('has a line for each event in the order of time: which piece and work, what was done, where, by whom; what was undone says so', () => {
    const event = (position: number, more: object) => ({
      position, key: `k${position}`, atMs: 1_700_000_000_000 + position * 1000, device: 'tablet', op: null, pass: null, placement: null,
      placements: null, ironId: null, soleC: null, edge: null, setting: null, byS: null, takes: null, personId: null, ...more,
    })
    const session = {
      operations: [{ id: 'a', name: 'Collar, upper', kind: 'fuse' }],
      events: [
        event(1, { kind: 'down', op: 'a', pass: 0, placement: 2, ironId: 'i', soleC: 192, personId: 'p' }),
        event(0, { kind: 'laid', op: 'a', device: 'phone' }),
        event(2, { kind: 'undo', takes: 'k1' }),
      ],
    } as unknown as PressSession
    expect(sessionToCsv(session, () => 'Harbour', () => 'Orla').split('\r\n')).toEqual([
      'time,board,piece,operation,what,side,place,iron,sole_c,more,by',
      '2023-11-14T22:13:20.000Z,2,"Collar, upper",fuse,laid,,,,,,',
      '2023-11-14T22:13:21.000Z,1,"Collar, upper",fuse,down,1,3,Harbour,192,taken back,Orla',
      '2023-11-14T22:13:22.000Z,1,,,undo,,,,,,',
    ])
  })
})
