import { setPriority } from 'node:os'
import { asWished, careLimits, ironStays, stuckStays } from '#core/care'
import { fitSetting } from '#core/iron'
import type { DisplayUnits } from '#core/units'
import { learnFrom } from '#core/learn'
import { countDrawings, pointsOf, sensitivityOf, type Knowledge, type Count, type CountTask, type WindowQuestion } from '#core/window'
import { carePairs, careParts, ironSetup, pairKey, stuckThings, type CareThings } from '#shared/caring'
import { groundFrom, partsOf, usableWidthMm, type GroundRows } from '#shared/cutting'
import type { PlainLesson } from '#shared/mappers'
import type { PlotterPens } from '#shared/house'
import { plotted, plottedOnRoll } from '#shared/plot'
import type { ChalkQuery, Job, JobPiece, LayoutPart, PaperBody, Plan, CareCardQuery, Supply, Swatch, TemplatesQuery,
  Workroom } from '#shared/schemas'
import { careCardText } from '#shared/words'
import { chalkPdf } from '../pdf/chalk'
import { layoutPdf } from '../pdf/layoutPaper'
import { makingPaper } from '../pdf/making-paper'
import { planPdf, proofPdf, proofText, windowPdf, type PlanNames, type WindowPage } from '../pdf/swatchPaper'
import { careCardPdf } from '../pdf/careCard'
import { pressSheetPdf, type PressSheet } from '../pdf/pressSheet'
import { facesWithin } from '../pdf/letters'
import { rollTemplatesPdf } from '../pdf/rollTemplates'
import { PAPERS, pieceTemplates, templatesDxf, templatesPdf, templatesSvg } from '../pdf/templates'
import { checkArchive } from '../workroom/check'
import { task } from './answer'

// Whoever asks for paper can wait a moment; whoever asks for a list cannot. On Linux this is the priority of this thread alone.
if (process.platform === 'linux') setPriority(0, 5)

let known: { key: string, points: Float64Array } | null = null
/** Counts one part of a window map. */
export const count = task(({ question, task: part }: { question: WindowQuestion, task: CountTask }): Count => {
  const key = `${question.samples} ${question.seed}`
  if (known?.key !== key) known = { key, points: pointsOf(question) }
  return countDrawings(question, part, known.points)
})
/** What the swatches of a pairing teach; what was known before where they contradict each other. */
export const teach = task(({ knowledge, lessons }: { knowledge: Knowledge, lessons: PlainLesson[] }): Knowledge =>
  learnFrom(knowledge, lessons).knowledge)
export const sensitivity = task((question: WindowQuestion) => sensitivityOf(question))
/** Fits the readings of dial stops. */
export const fit = task((traces: Parameters<typeof fitSetting>[0][]) => traces.map(t => fitSetting(t)))

export interface JobSheet { jobName: string, pieces: readonly JobPiece[], ground: GroundRows }

/** Templates of a job's pieces at true scale. */
interface TemplatesAsked extends JobSheet { as: TemplatesQuery['as'], paper: keyof typeof PAPERS, rollMm: number, units: DisplayUnits }
export const templates = task(async ({ jobName, pieces, ground, as, paper, rollMm, units }: TemplatesAsked) => {
  const all = pieceTemplates(pieces, groundFrom(ground))
  if (as === 'dxf') return templatesDxf(pieces, all)
  if (as === 'roll') return rollTemplatesPdf(jobName, all, rollMm, units)
  return as === 'svg' ? await templatesSvg(all) : await templatesPdf(jobName, all, PAPERS[paper], units)
})
interface ChalkAsked extends JobSheet {
  supply: Supply
  parts: readonly LayoutPart[]
  units: DisplayUnits
  as: ChalkQuery['as']
  pens: PlotterPens
}
/** A layout as a strip to chalk by, at its true size, or for a plotter and other programs. */
export const chalk = task(async ({ jobName, supply, pieces, parts, ground, units, as, pens }: ChalkAsked): Promise<string | Uint8Array> => {
  const own = groundFrom(ground)
  if (as === 'pdf') return chalkPdf(jobName, supply, pieces, parts, own, units)
  const layout = plottedOnRoll(partsOf(pieces, supply.id, own), parts, usableWidthMm(supply))
  if (as === 'paper') return layoutPdf(`${supply.name}: ${jobName}`, layout, units)
  return plotted(layout, as, pens, as === 'svg' ? await facesWithin(layout.parts.map(p => p.name).join(' ')) : [])
})
/** Templates or labels of one making. */
export const making = task(({ body, units }: { body: PaperBody, units: DisplayUnits }) => makingPaper(body, units))
export const plan = task(({ plan, names, units }: { plan: Plan, names: PlanNames, units: DisplayUnits }) =>
  planPdf(plan, names, units))
export const proof = task(async (
  { swatch, proved, format, units }: { swatch: Swatch, proved: boolean, format: 'pdf' | 'text', units: DisplayUnits },
): Promise<string | Uint8Array> => (format === 'text' ? proofText(swatch, proved, units) : proofPdf(swatch, proved, units)))
export const windowPage = task(({ units, ...sheet }: WindowPage & { units: DisplayUnits }) => windowPdf(sheet, units))

/** A job's pressing, to be pinned up. */
export const pressSheet = task(({ sheet, units }: { sheet: PressSheet, units: DisplayUnits }) => pressSheetPdf(sheet, units))

/** The care card of a garment, as text or on paper. */
export const careCard = task(async (
  { job, things, workroom, as, size }:
  { job: Job, things: CareThings, workroom: Pick<Workroom, 'name' | 'units'> } & CareCardQuery,
): Promise<string | Uint8Array> => {
  const stays = new Map([
    ...carePairs(job, things).filter(p => p.supply.adhesive).map(p => [pairKey(p), ironStays(ironSetup(p, things.rules))] as const),
    ...stuckThings(job, things).map(s => [s.key, stuckStays(s.layers)] as const),
  ])
  const limits = asWished(careLimits(careParts(job, things, stays)), job), title = `${job.garment}: ${job.name}`
  return as === 'text'
    ? `${careCardText(title, limits, job.careWords, workroom.units)}\n${workroom.name}\n`
    : careCardPdf({ title, workroom: workroom.name, limits, own: job.careWords, units: workroom.units }, size)
})

/** Lays an archive out on disk, every row of it checked. */
export const archive = task(({ path, folder }: { path: string, folder: string }) => checkArchive(path, folder))
