import type { OutlineNote } from '../drawing'

/** How long one of a drawing's numbers is, by the name that the units have. */
export const DXF_UNITS = { mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8 } as const
export type DxfUnit = keyof typeof DXF_UNITS

/** Why a drawing cannot be read at all, or not yet. */
export type DxfProblem
  = | { why: 'tooLarge', mb: number, mostMb: number }
    | { why: 'binary' | 'unreadable' | 'nothing' }
    /** It does not say in what it is measured, or says two things; what is largest in it is so many of them. */
    | { why: 'noUnits', largest: number, said: DxfUnit[] }

/** What was made of a drawing: used, guessed, mended or left out. */
export type DxfNote
  = | OutlineNote
    | { why: 'units', unit: DxfUnit, from: 'header' | 'text' | 'asked' | 'system' }
    | { why: 'closed', name: string, gapMm: number }
    | { why: 'several', name: string, count: number }
    | { why: 'noGrain' | 'unfolded' | 'onlySewn' | 'noLayers', names: string[] }
    | { why: 'turned', names: string[] }
    | { why: 'allowance', names: string[], mm: number, isUneven: boolean }
    | { why: 'sameSize', name: string, size: string }
    /** Its other sizes are kept as grade rules, apart from the drawing. */
    | { why: 'graded', size: string }
    | { why: 'itself' | 'missing', block: string }
    | { why: 'noPiece', name: string }
    | { why: 'codePage', said: string }
    | { why: 'layers', layers: string[] }
    | { why: 'kinds', kinds: string[] }
