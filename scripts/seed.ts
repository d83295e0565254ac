/** Lays down the Tidewell workroom if the database is empty; `--reset` clears and lays it down anew. */
import { createHash } from 'node:crypto'
import sharp from 'sharp'
import { appearanceOf, madePrint } from '#core/colour'
import { LAY_S } from '#core/heat'
import { centred, lettersAt, setText } from '#core/mend'
import { learnFrom } from '#core/learn'
import { draftRecipe, evaluate, adhesiveOf, type EvaluateOptions, type Recipe } from '#core/recipe'
import { optionsOf } from '#core/window'
import { toPayload } from '#shared/cutting'
import { toKnowledge, toLessons, toPressSetup, toRecipePayload } from '#shared/mappers'
import { nameKeyOf } from '#shared/people'
import {
  fabricBody, ironBody, jobPieceSchema, pressedAsTheHouse, rulesSchema, supplyBody, swatchBody, type Fabric, type PressCloth,
  type EntityRows,
  type Iron, type LookPayload, type MakingSpec, type Supply, type Swatch, type SwatchBody,
} from '#shared/schemas'
import { database } from '../server/db/connection'
import { insertRows, removeRows } from '../server/db/entities'
import { PersonRow, WorkroomRow } from '../server/db/models'
import { typesetterFor } from '../server/pdf/faces'
import { DEMO_FABRICS } from './demo-data/fabrics'
import { DEMO_PRESS_CLOTHS, DEMO_IRONS, DEMO_SUPPLIES } from './demo-data/supplies'
import { DEMO_JOBS } from './demo-data/jobs'
import { DEMO_MENDS, DEMO_SCRAPS, FLAG_PRINT, type DemoScrap } from './demo-data/mends'
import { DEMO_MAKINGS } from './demo-data/makings'
import { DEMO_PIECES, shapeOf } from './demo-data/pieces'
import { demoSession } from './demo-data/session'
import { DEMO_PEOPLE, type DemoPerson } from './demo-data/people'
import { DEMO_SWATCHES, type DemoSwatch } from './demo-data/swatches'

/** The same thing gets the same id every time, so that links into the demo keep working. */
function idOf(name: string): string {
  const h = createHash('sha256').update(`tidewell ${name}`).digest('hex')
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-4${h.slice(13, 16)}-a${h.slice(17, 20)}-${h.slice(20, 32)}`
}

const personId = (key: DemoPerson): string => idOf(`person ${key}`)
/** Whoever pressed it: the apprentice what failed, the maker what is recent. */
const presserOf = (grade: number, daysAgo: number): string => personId(grade <= 2 ? 'wick' : daysAgo < 30 ? 'bram' : 'orla')

/** A press that went by its recipe: the sole at its setting all the while. */
function eventsOf({ warmS, holdS, coolS, setting: { meanC } }: Recipe): SwatchBody['events'] {
  const at = warmS > 0 ? warmS + LAY_S : 0
  const first: [number, SwatchBody['events'][number]['kind']][] = warmS > 0 ? [[0, 'warm'], [warmS, 'lift'], [warmS, 'lay']] : []
  const all: typeof first = [...first, [at, 'down'], [at + holdS, 'lift'], [at + holdS, 'cool'], [at + holdS + coolS, 'done']]
  return all.map(([atS, kind]) => ({ atS, kind, soleC: meanC }))
}

const rules = rulesSchema.parse({ blend: 'proportional' })
const workroomId = idOf('workroom')
const DAY_MS = 86_400_000
const now = Date.now()
const daysAgo = (days: number) => new Date(now - days * DAY_MS).toISOString()

const fabrics = new Map<string, Fabric>(DEMO_FABRICS.map((demo) => {
  const body = fabricBody.parse({ mayGetWet: true, nap: 'none', ...demo })
  return [demo.code, { id: idOf(demo.code), ...body, version: 0, updatedAt: '', swatchCount: 0, cornerC: null, swatches: [] }]
}))
const supplies = new Map<string, Supply>(DEMO_SUPPLIES.map(demo =>
  [demo.code, { id: idOf(demo.code), ...supplyBody.parse(demo), version: 0, updatedAt: '', used: 0 }]))
const irons = new Map<string, Iron>(DEMO_IRONS.map(({ key, ...demo }) =>
  [key, { id: idOf(key), ...ironBody.parse(demo), version: 0, updatedAt: '', since: { bare: 0, fused: 0 } }]))
const pressCloths = new Map<string, PressCloth>(DEMO_PRESS_CLOTHS.map(demo => [demo.kind, { id: idOf(`pressCloth ${demo.kind}`), ...demo,
  version: 0 }]))

/** A swatch of the demo, what was predicted of it computed. */
function swatchOf(demo: DemoSwatch): SwatchBody & { id: string, createdAt: string, personId: string } {
  const fabric = fabrics.get(demo.fabric)!, supply = supplies.get(demo.supply)!, iron = irons.get(demo.iron)!
  const pressCloth = demo.pressCloth ? pressCloths.get(demo.pressCloth)! : null
  const surface = demo.surface ?? 'padded'
  const setup = toPressSetup(fabric, supply, iron, pressCloth, surface, rules)
  const draft = draftRecipe(setup, demo.method, iron.settings[demo.setting]!, demo.firstSide, demo.passes, demo.oldWay ? 'weight' : 'lean')
  const recipe = { ...draft, warmS: demo.oldWay ? 0 : draft.warmS, holdS: demo.holdS, coolS: 30 }
  const outcome = evaluate(setup, recipe)
  const key = `swatch ${demo.fabric} ${demo.supply} ${demo.method} ${demo.holdS}`
  const body = swatchBody.parse({
    clientKey: idOf(key), fabricId: fabric.id, supplyId: supply.id, ironId: iron.id, pressClothId: pressCloth?.id ?? null, surface,
    recipe: toRecipePayload(recipe),
    predicted: {
      bond: outcome.bond.final, harm: outcome.harm, peakC: outcome.bond.peakC, windowC: adhesiveOf(setup).windowC,
      worst: outcome.harm >= 0.5 ? outcome.flags[0]!.kind : null,
    },
    events: eventsOf(recipe), grade: demo.grade, marks: demo.marks, note: demo.note, readings: demo.readings ?? [],
    fabricLot: fabric.lot, supplyLot: supply.lot, pressedAt: daysAgo(demo.daysAgo),
  })
  return { ...body, id: idOf(`kept ${key}`), createdAt: body.pressedAt, personId: presserOf(demo.grade, demo.daysAgo) }
}

type DemoJobRow = { demo: typeof DEMO_JOBS[number], id: string, createdAt: string }
/** The pieces that are drawn already. */
const pieceRows = (jobs: readonly DemoJobRow[]): EntityRows['jobPieces'] =>
  jobs.flatMap(({ demo, id, createdAt }) => (DEMO_PIECES[demo.name] ?? []).map((piece, position) => {
    const [seam, hem, front] = piece.allowances ?? [10, 40, 10]
    const named = (code: string | undefined) => (code ? supplies.get(code)!.id : null)
    return {
      id: idOf(`piece ${demo.name} ${piece.name}`), jobId: id, createdAt, position, fabricId: fabrics.get(piece.fabric)!.id,
      name: piece.name, place: piece.place, shape: shapeOf(piece), count: piece.count ?? 1, pair: piece.pair ?? false,
      allowances: { seam, hem, front }, grain: piece.grain ?? 'along' as const,
      oneWay: piece.oneWay ?? false, interfacingId: named(piece.interfacing), foamId: named(piece.foam),
      webId: named(piece.web), inset: piece.inset ?? null, ...pressedAsTheHouse(),
    }
  }))

/** A made-up fabric photographed: its colours, its figures, a small picture. */
async function lookFrom(print: DemoScrap['print']): Promise<LookPayload> {
  const pxPerMm = 3, wideMm = 40, picture = madePrint({ ...print, wideMm, highMm: wideMm, pxPerMm })
  const { palette, figureMm } = appearanceOf(picture, 1 / pxPerMm)
  const raw = { width: picture.wide, height: picture.high, channels: 4 as const }
  const jpeg = await sharp(Buffer.from(picture.rgba), { raw }).jpeg({ quality: 85 }).toBuffer()
  return {
    palette: palette.map(({ hex, sharePct }) => ({ hex, sharePct })), figureMm,
    tile: { picture: `data:image/jpeg;base64,${jpeg.toString('base64')}`, wideMm },
  }
}
const flagLook = await lookFrom(FLAG_PRINT)
const scrapRows = await Promise.all(DEMO_SCRAPS.map(async ({ fabric, print, back, ...scrap }, i): Promise<EntityRows['scraps'][number]> =>
  ({
    ...scrap, id: idOf(`scrap ${scrap.name}`), fabricId: fabric ? fabrics.get(fabric)!.id : null, createdAt: daysAgo(20 - i), usedAt: null,
    face: await lookFrom(print), back: back ? await lookFrom(back) : null,
  })))

const typeset = await typesetterFor('bold')
/** What is photographed of a mend, and its letters as they are set. */
function shown(spec: MakingSpec): MakingSpec {
  if (spec.kind === 'hole') return { ...spec, look: flagLook }
  if (spec.kind !== 'lettering') return spec
  return { ...spec, outlines: centred(lettersAt(setText(spec.text, spec.sizeMm, typeset), spec.lifted)).map(toPayload) }
}

/** What is pressed while they are made. */
const makingRows = (jobs: readonly DemoJobRow[]): EntityRows['jobMakings'] =>
  jobs.flatMap(({ demo, id, createdAt }) => [...DEMO_MAKINGS[demo.name] ?? [], ...DEMO_MENDS[demo.name] ?? []].map((m, position) => ({
    id: idOf(`making ${demo.name} ${m.name}`), jobId: id, createdAt, position, name: m.name, fabricId: fabrics.get(m.fabric)!.id,
    liningId: m.lining ? fabrics.get(m.lining)!.id : null, supplyId: m.tape ? supplies.get(m.tape)!.id : null,
    fabricIds: (m.fabrics ?? []).map(code => fabrics.get(code)!.id),
    spec: shown(m.spec),
    scrapId: m.scrap ? idOf(`scrap ${m.scrap}`) : null, supplyIds: (m.supplies ?? []).map(code => supplies.get(code)!.id),
  })))

/** What the swatches of a pair taught, as the board works it out before it plans. */
function taughtBy(swatches: readonly SwatchBody[], fabric: Fabric, supply: Supply, iron: Iron): EvaluateOptions {
  const own = swatches.filter(t => t.fabricId === fabric.id && t.supplyId === supply.id) as Swatch[]
  const lessons = toLessons(own, iron.id, {
    fabric, supplies: [...supplies.values()], irons: [...irons.values()], pressCloths: [...pressCloths.values()], rules,
  })
  const { contradicts, knowledge } = learnFrom(toKnowledge(fabric, supply, iron.settings[0]!.origin), lessons)
  return contradicts ? {} : optionsOf(knowledge)
}

/** The boat coat half pressed, as its swatches taught; and a blazer whose front bubbled, pressed before anything was known of it. */
function sessionRows(jobId: string, all: EntityRows['jobPieces'], swatches: readonly SwatchBody[],
  of: { fabric: string, supply: string, session: string, goesOn: boolean }) {
  const fabric = fabrics.get(of.fabric)!, supply = supplies.get(of.supply)!, iron = irons.get('harbour')!, pressCloth
    = pressCloths.get('muslin')!
  return demoSession({
    idOf, now, jobId, supply, session: of.session, goesOn: of.goesOn, ironId: iron.id, pressClothId: pressCloth.id,
    setup: toPressSetup(fabric, supply, iron, pressCloth, 'padded', rules),
    taught: of.goesOn ? taughtBy(swatches, fabric, supply, iron) : {},
    pieces: all.filter(p => p.jobId === jobId && p.interfacingId === supply.id).map(p => jobPieceSchema.parse(p)),
    ground: {
      rules, shrink: {}, fabricMm: () => fabric.thicknessMm, supply: id => [...supplies.values()].find(s => s.id === id) ?? null,
    },
  })
}

/** A jacket back from three washes. */
function careRows(jobId: string, swatches: readonly { id: string, fabricId: string, supplyId: string }[]): EntityRows['careEvents'] {
  const fabricId = fabrics.get('TW-13')!.id, supplyId = supplies.get('B-12')!.id
  return [{
    id: idOf('care jacket'), clientKey: idOf('care key jacket'), jobId, fabricId, supplyId, rounds: 3, washC: 60, tumble: 'low',
    softener: true,
    swatchId: swatches.find(t => t.fabricId === fabricId && t.supplyId === supplyId)!.id, grade: 2, marks: ['bubbles'], foreseen: 1.42,
    note: 'Washed with the towels, he says, and softener.', cameAt: daysAgo(5), createdAt: daysAgo(5), personId: personId('orla'),
  }]
}

const by = <T extends object>(key: DemoPerson, rows: readonly T[]): (T & { personId: string })[] =>
  rows.map(row => ({ ...row, personId: personId(key) }))

function demoRows(): Partial<EntityRows> {
  const swatches = DEMO_SWATCHES.map(demo => ({ demo, swatch: swatchOf(demo) }))
  const jobs = DEMO_JOBS.map((demo, i) => ({ demo, id: idOf(`job ${demo.name}`), createdAt: daysAgo(30 - i) }))
  const jobPieces = pieceRows(jobs)
  const jobId = (name: string) => jobs.find(j => j.demo.name === name)!.id
  const sessionOf = (job: string, of: Parameters<typeof sessionRows>[3]) =>
    sessionRows(jobId(job), jobPieces, swatches.map(t => t.swatch), of)
  const sessions = [
    sessionOf('Mate\'s boat coat', { fabric: 'TW-02', supply: 'B-31', session: 'session boat coat', goesOn: true }),
    sessionOf('Second mate\'s blazer', { fabric: 'TW-14', supply: 'B-32', session: 'session blazer', goesOn: false }),
  ]
  return {
    fabrics: [...fabrics.values()],
    fabricFibres: [...fabrics.values()].flatMap(c => c.fibres.map((f, position) => ({ ...f, fabricId: c.id, position }))),
    supplies: [...supplies.values()],
    irons: [...irons.values()],
    ironSettings: [...irons.values()].flatMap(i => i.settings.map((s, position) => ({ ...s, ironId: i.id, position }))),
    pressCloths: [...pressCloths.values()],
    jobs: jobs.map(({ demo: { fabrics: _, inDays, done = false, lookInDays, trims = [], careWords = '', ...job }, id, createdAt }) => ({
      ...job, careWords, trimIds: trims.map(code => supplies.get(code)!.id), lookOn: lookInDays === undefined
        ? null
        : daysAgo(
            -lookInDays).slice(0, 10), id, createdAt, done, forWhen: inDays === null ? null : daysAgo(-inDays).slice(0, 10),
    })),
    jobFabrics: jobs.flatMap(({ demo, id }) => demo.fabrics.map(([fabric, place, interfacing], position) => ({
      jobId: id, fabricId: fabrics.get(fabric)!.id, place, supplyId: interfacing ? supplies.get(interfacing)!.id : null, position,
    }))),
    jobPieces,
    scraps: scrapRows,
    jobMakings: makingRows(jobs),
    sessions: by('bram', sessions.flatMap(r => r.sessions)), sessionOperations: sessions.flatMap(r => r.sessionOperations),
    sessionEvents: by('bram', sessions.flatMap(r => r.sessionEvents)),
    careEvents: careRows(jobId('Deckhand\'s jacket, worn'), swatches.map(t => t.swatch)),
    swatches: swatches.map(({ swatch }) => swatch),
    swatchEvents: swatches.flatMap(({ swatch }) => swatch.events.map((e, position) => ({ ...e, swatchId: swatch.id, position }))),
    swatchReadings: swatches.flatMap(({ swatch }) => swatch.readings.map((r, i) => ({
      ...r, clientKey: null, id: idOf(`reading ${i} ${swatch.id}`), createdAt: swatch.createdAt, personId: swatch.personId,
      swatchId: swatch.id,
    }))),
    washes: swatches.flatMap(({ demo, swatch }) => (demo.washes ?? []).map((grade, i) => {
      const washedAt = new Date(new Date(swatch.pressedAt).getTime() + (i + 1) * 7 * DAY_MS).toISOString()
      return {
        id: idOf(`round ${i} ${swatch.id}`), clientKey: idOf(`wash ${swatch.clientKey} ${i}`), swatchId: swatch.id, createdAt: washedAt,
        washC: 40, tumble: 'no' as const, grade, marks: [], note: '', washedAt, personId: swatch.personId,
      }
    })),
  }
}

const sequelize = database()
await sequelize.transaction(async (transaction) => {
  if (process.argv.includes('--reset')) {
    for (const room of await WorkroomRow.findAll({ transaction })) {
      await removeRows(room.id, transaction)
      await room.destroy({ transaction })
    }
  } else if (await WorkroomRow.count({ transaction })) {
    // One that was laid out before demonstrations said that they are one.
    await WorkroomRow.update({ demo: true }, { where: { id: workroomId, demo: false }, transaction })
    return
  }
  const units = { length: 'mm', temperature: '°C', arealMass: 'g/m²', region: 'UK', currency: 'EUR' } as const
  await WorkroomRow.create({ id: workroomId, name: 'Tidewell workroom', units, rules, demo: true }, { transaction })
  await PersonRow.bulkCreate(DEMO_PEOPLE.map(({ key, name, role }, i) => ({
    id: personId(key), workroomId, name, nameKey: nameKeyOf(name), role, createdAt: new Date(now - 40 * DAY_MS + i),
  })), { transaction })
  await insertRows(workroomId, demoRows(), transaction)
})
await sequelize.close()
