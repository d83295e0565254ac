/** Lays down the Tidewell workroom if the database is empty; `--reset` clears and lays it down anew. */
import { createHash } from 'node:crypto'
import sharp from 'sharp'
import { lookOf, madePrint } from '#core/colour'
import { LAY_S } from '#core/heat'
import { centred, lettersAt, setText } from '#core/mend'
import { draftRecipe, evaluate, resinOf, type Recipe } from '#core/recipe'
import { toPayload } from '#shared/cutting'
import { toBench, toRecipePayload } from '#shared/mappers'
import {
  clothBody, ironBody, jobPieceSchema, pressedAsTheHouse, rulesSchema, supplyBody, trialBody, type Cloth, type Cover, type EntityRows,
  type Iron, type LookPayload, type MakingWork, type Supply, type TrialBody,
} from '#shared/schemas'
import { database } from '../server/db/connection'
import { insertRows, removeRows } from '../server/db/entities'
import { WorkshopRow } from '../server/db/models'
import { typesetterFor } from '../server/pdf/faces'
import { DEMO_CLOTHS } from './demo-data/cloths'
import { DEMO_COVERS, DEMO_IRONS, DEMO_SUPPLIES } from './demo-data/shelf'
import { DEMO_JOBS } from './demo-data/jobs'
import { DEMO_MENDS, DEMO_SCRAPS, FLAG_PRINT, type DemoScrap } from './demo-data/mends'
import { DEMO_MAKINGS } from './demo-data/makings'
import { DEMO_PIECES, shapeOf } from './demo-data/pieces'
import { demoRun } from './demo-data/run'
import { DEMO_TRIALS, type DemoTrial } from './demo-data/trials'

/** The same thing gets the same id every time, so that links into the demo keep working. */
function idOf(name: string): string {
  const h = createHash('sha256').update(`tidewell ${name}`).digest('hex')
  return `${h.slice(0, 8)}-${h.slice(8, 12)}-4${h.slice(13, 16)}-a${h.slice(17, 20)}-${h.slice(20, 32)}`
}

/** A press that went by its recipe: the sole at its stop all the while. */
function eventsOf({ warmS, holdS, coolS, stop: { meanC } }: Recipe): TrialBody['events'] {
  const at = warmS > 0 ? warmS + LAY_S : 0
  const first: [number, TrialBody['events'][number]['kind']][] = warmS > 0 ? [[0, 'warm'], [warmS, 'lift'], [warmS, 'lay']] : []
  const all: typeof first = [...first, [at, 'down'], [at + holdS, 'lift'], [at + holdS, 'cool'], [at + holdS + coolS, 'done']]
  return all.map(([atS, kind]) => ({ atS, kind, soleC: meanC }))
}

const rules = rulesSchema.parse({ blend: 'proportional' })
const workshopId = idOf('workroom')
const DAY_MS = 86_400_000
const now = Date.now()
const daysAgo = (days: number) => new Date(now - days * DAY_MS).toISOString()

const cloths = new Map<string, Cloth>(DEMO_CLOTHS.map((demo) => {
  const body = clothBody.parse({ mayGetWet: true, nap: 'none', ...demo })
  return [demo.code, { id: idOf(demo.code), ...body, version: 0, updatedAt: '', trials: 0, cornerC: null, swatches: [] }]
}))
const supplies = new Map<string, Supply>(DEMO_SUPPLIES.map(demo =>
  [demo.code, { id: idOf(demo.code), ...supplyBody.parse(demo), version: 0, updatedAt: '', used: 0 }]))
const irons = new Map<string, Iron>(DEMO_IRONS.map(({ key, ...demo }) =>
  [key, { id: idOf(key), ...ironBody.parse(demo), version: 0, updatedAt: '', since: { bare: 0, fused: 0 } }]))
const covers = new Map<string, Cover>(DEMO_COVERS.map(demo => [demo.kind, { id: idOf(`cover ${demo.kind}`), ...demo, version: 0 }]))

/** A swatch of the demo, what was predicted of it computed. */
function trialOf(demo: DemoTrial): TrialBody & { id: string, createdAt: string } {
  const cloth = cloths.get(demo.cloth)!, supply = supplies.get(demo.supply)!, iron = irons.get(demo.iron)!
  const cover = demo.cover ? covers.get(demo.cover)! : null
  const bed = demo.bed ?? 'padded'
  const bench = toBench(cloth, supply, iron, cover, bed, rules)
  const draft = draftRecipe(bench, demo.method, iron.stops[demo.stop]!, demo.firstSide, demo.passes, demo.oldWay ? 'weight' : 'lean')
  const recipe = { ...draft, warmS: demo.oldWay ? 0 : draft.warmS, holdS: demo.holdS, coolS: 30 }
  const outcome = evaluate(bench, recipe)
  const key = `trial ${demo.cloth} ${demo.supply} ${demo.method} ${demo.holdS}`
  const body = trialBody.parse({
    clientKey: idOf(key), clothId: cloth.id, supplyId: supply.id, ironId: iron.id, coverId: cover?.id ?? null, bed,
    recipe: toRecipePayload(recipe),
    predicted: {
      bond: outcome.bond.final, harm: outcome.harm, peakC: outcome.bond.peakC, windowC: resinOf(bench).windowC,
      worst: outcome.harm >= 0.5 ? outcome.flags[0]!.kind : null,
    },
    events: eventsOf(recipe), grade: demo.grade, marks: demo.marks, note: demo.note, readings: demo.readings ?? [],
    clothLot: cloth.lot, supplyLot: supply.lot, pressedAt: daysAgo(demo.daysAgo),
  })
  return { ...body, id: idOf(`kept ${key}`), createdAt: body.pressedAt }
}

type DemoJobRow = { demo: typeof DEMO_JOBS[number], id: string, createdAt: string }
/** The pieces that are drawn already. */
const pieceRows = (jobs: readonly DemoJobRow[]): EntityRows['jobPieces'] =>
  jobs.flatMap(({ demo, id, createdAt }) => (DEMO_PIECES[demo.name] ?? []).map((piece, position) => {
    const [seam, hem, front] = piece.allowances ?? [10, 40, 10]
    const named = (code: string | undefined) => (code ? supplies.get(code)!.id : null)
    return {
      id: idOf(`piece ${demo.name} ${piece.name}`), jobId: id, createdAt, position, clothId: cloths.get(piece.cloth)!.id,
      name: piece.name, place: piece.place, shape: shapeOf(piece), count: piece.count ?? 1, pair: piece.pair ?? false,
      allowances: { seam, hem, front }, grain: piece.grain ?? 'along' as const,
      oneWay: piece.oneWay ?? false, backingId: named(piece.backing), foamId: named(piece.foam),
      webId: named(piece.web), inset: piece.inset ?? null, ...pressedAsTheHouse(),
    }
  }))

/** A made-up cloth photographed: its colours, its figures, a small picture. */
async function lookFrom(print: DemoScrap['print']): Promise<LookPayload> {
  const pxPerMm = 3, wideMm = 40, picture = madePrint({ ...print, wideMm, highMm: wideMm, pxPerMm })
  const { palette, figureMm } = lookOf(picture, 1 / pxPerMm)
  const raw = { width: picture.wide, height: picture.high, channels: 4 as const }
  const jpeg = await sharp(Buffer.from(picture.rgba), { raw }).jpeg({ quality: 85 }).toBuffer()
  return {
    palette: palette.map(({ hex, sharePct }) => ({ hex, sharePct })), figureMm,
    tile: { picture: `data:image/jpeg;base64,${jpeg.toString('base64')}`, wideMm },
  }
}
const flagLook = await lookFrom(FLAG_PRINT)
const scrapRows = await Promise.all(DEMO_SCRAPS.map(async ({ cloth, print, back, ...scrap }, i): Promise<EntityRows['scraps'][number]> => ({
  ...scrap, id: idOf(`scrap ${scrap.name}`), clothId: cloth ? cloths.get(cloth)!.id : null, createdAt: daysAgo(20 - i), usedAt: null,
  face: await lookFrom(print), back: back ? await lookFrom(back) : null,
})))

const typeset = await typesetterFor('bold')
/** What is photographed of a mend, and its letters as they are set. */
function shown(work: MakingWork): MakingWork {
  if (work.kind === 'patch') return { ...work, look: flagLook }
  if (work.kind !== 'lettering') return work
  return { ...work, outlines: centred(lettersAt(setText(work.text, work.sizeMm, typeset), work.lifted)).map(toPayload) }
}

/** What is pressed while they are made. */
const makingRows = (jobs: readonly DemoJobRow[]): EntityRows['jobMakings'] =>
  jobs.flatMap(({ demo, id, createdAt }) => [...DEMO_MAKINGS[demo.name] ?? [], ...DEMO_MENDS[demo.name] ?? []].map((m, position) => ({
    id: idOf(`making ${demo.name} ${m.name}`), jobId: id, createdAt, position, name: m.name, clothId: cloths.get(m.cloth)!.id,
    liningId: m.lining ? cloths.get(m.lining)!.id : null, supplyId: m.tape ? supplies.get(m.tape)!.id : null,
    clothIds: (m.cloths ?? []).map(code => cloths.get(code)!.id),
    work: shown(m.work),
    scrapId: m.scrap ? idOf(`scrap ${m.scrap}`) : null, supplyIds: (m.supplies ?? []).map(code => supplies.get(code)!.id),
  })))

/** The boat coat half pressed, and a blazer whose front bubbled afterwards. */
function runRows(jobId: string, all: EntityRows['jobPieces'], of: { cloth: string, supply: string, run: string, goesOn: boolean }) {
  const cloth = cloths.get(of.cloth)!, supply = supplies.get(of.supply)!, iron = irons.get('harbour')!, cover = covers.get('muslin')!
  return demoRun({
    idOf, now, jobId, supply, run: of.run, goesOn: of.goesOn, ironId: iron.id, coverId: cover.id,
    bench: toBench(cloth, supply, iron, cover, 'padded', rules),
    pieces: all.filter(p => p.jobId === jobId && p.backingId === supply.id).map(p => jobPieceSchema.parse(p)),
    ground: {
      rules, shrink: {}, clothMm: () => cloth.thicknessMm, supply: id => [...supplies.values()].find(s => s.id === id) ?? null,
    },
  })
}

/** A jacket back from three washes. */
function careRows(jobId: string, trials: readonly { id: string, clothId: string, supplyId: string }[]): EntityRows['careEvents'] {
  const clothId = cloths.get('TW-13')!.id, supplyId = supplies.get('B-12')!.id
  return [{
    id: idOf('care jacket'), clientKey: idOf('care key jacket'), jobId, clothId, supplyId, rounds: 3, washC: 60, tumble: 'low',
    softener: true,
    trialId: trials.find(t => t.clothId === clothId && t.supplyId === supplyId)!.id, grade: 2, marks: ['bubbles'], foreseen: 1.42,
    note: 'Washed with the towels, he says, and softener.', cameAt: daysAgo(5), createdAt: daysAgo(5),
  }]
}

function demoRows(): Partial<EntityRows> {
  const trials = DEMO_TRIALS.map(demo => ({ demo, trial: trialOf(demo) }))
  const jobs = DEMO_JOBS.map((demo, i) => ({ demo, id: idOf(`job ${demo.name}`), createdAt: daysAgo(30 - i) }))
  const jobPieces = pieceRows(jobs)
  const jobId = (name: string) => jobs.find(j => j.demo.name === name)!.id
  const runs = [
    runRows(jobId('Mate\'s boat coat'), jobPieces, { cloth: 'TW-02', supply: 'B-31', run: 'run boat coat', goesOn: true }),
    runRows(jobId('Second mate\'s blazer'), jobPieces, { cloth: 'TW-14', supply: 'B-32', run: 'run blazer', goesOn: false }),
  ]
  return {
    cloths: [...cloths.values()],
    clothFibres: [...cloths.values()].flatMap(c => c.fibres.map((f, position) => ({ ...f, clothId: c.id, position }))),
    supplies: [...supplies.values()],
    irons: [...irons.values()],
    ironStops: [...irons.values()].flatMap(i => i.stops.map((s, position) => ({ ...s, ironId: i.id, position }))),
    covers: [...covers.values()],
    jobs: jobs.map(({ demo: { cloths: _, inDays, done = false, lookInDays, trims = [], careWords = '', ...job }, id, createdAt }) => ({
      ...job, careWords, trimIds: trims.map(code => supplies.get(code)!.id), lookOn: lookInDays === undefined
        ? null
        : daysAgo(
            -lookInDays).slice(0, 10), id, createdAt, done, forWhen: inDays === null ? null : daysAgo(-inDays).slice(0, 10),
    })),
    jobCloths: jobs.flatMap(({ demo, id }) => demo.cloths.map(([cloth, place, backing], position) => ({
      jobId: id, clothId: cloths.get(cloth)!.id, place, supplyId: backing ? supplies.get(backing)!.id : null, position,
    }))),
    jobPieces,
    scraps: scrapRows,
    jobMakings: makingRows(jobs),
    runs: runs.flatMap(r => r.runs), runOperations: runs.flatMap(r => r.runOperations), runEvents: runs.flatMap(r => r.runEvents),
    careEvents: careRows(jobId('Deckhand\'s jacket, worn'), trials.map(t => t.trial)),
    trials: trials.map(({ trial }) => trial),
    trialEvents: trials.flatMap(({ trial }) => trial.events.map((e, position) => ({ ...e, trialId: trial.id, position }))),
    trialReadings: trials.flatMap(({ trial }) => trial.readings.map((r, i) => ({
      ...r, clientKey: null, id: idOf(`reading ${i} ${trial.id}`), createdAt: trial.createdAt, trialId: trial.id,
    }))),
    washes: trials.flatMap(({ demo, trial }) => (demo.washes ?? []).map((grade, i) => {
      const washedAt = new Date(new Date(trial.pressedAt).getTime() + (i + 1) * 7 * DAY_MS).toISOString()
      return {
        id: idOf(`round ${i} ${trial.id}`), clientKey: idOf(`wash ${trial.clientKey} ${i}`), trialId: trial.id, createdAt: washedAt,
        washC: 40, tumble: 'no' as const, grade, marks: [], note: '', washedAt,
      }
    })),
  }
}

const sequelize = database()
await sequelize.transaction(async (transaction) => {
  if (process.argv.includes('--reset')) {
    for (const room of await WorkshopRow.findAll({ transaction })) {
      await removeRows(room.id, transaction)
      await room.destroy({ transaction })
    }
  } else if (await WorkshopRow.count({ transaction })) {
    return
  }
  const units = { length: 'mm', temperature: '°C', arealMass: 'g/m²' } as const
  await WorkshopRow.create({ id: workshopId, name: 'Tidewell workroom', units, rules }, { transaction })
  await insertRows(workshopId, demoRows(), transaction)
})
await sequelize.close()
