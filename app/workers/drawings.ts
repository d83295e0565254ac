/** Drawings as they are read: nothing waits for a large one. */
import type { DrawnPiece } from '#shared/drawing'
import { readDxf, type DxfNote, type DxfProblem, type DxfUnit } from '#shared/dxf'
import { piecesOfSvg, readSvg } from '#shared/svg'
import type { SvgNote, SvgProblem } from '#shared/svg'

export type Drawing
  = | { kind: 'svg', pieces: DrawnPiece[], notes: SvgNote[] } | { kind: 'svg', problem: SvgProblem }
    | { kind: 'dxf', pieces: DrawnPiece[], notes: DxfNote[] } | { kind: 'dxf', problem: DxfProblem }

/** Text of an SVG drawing begins so, whatever its file is called. */
const IS_SVG = /<svg[\s>]/
const HEAD_BYTES = 4096

export const drawings = {
  /** @param asked what one of a DXF's numbers is, where it does not say so */
  drawing(bytes: ArrayBuffer, name: string, asked: DxfUnit | null): Drawing {
    const all = new Uint8Array(bytes), head = new TextDecoder().decode(all.subarray(0, HEAD_BYTES))
    if (!/\.dxf$/i.test(name) || IS_SVG.test(head)) {
      const r = readSvg(new TextDecoder().decode(all))
      return 'problem' in r ? { kind: 'svg', ...r } : { kind: 'svg', pieces: piecesOfSvg(r), notes: r.notes }
    }
    return { kind: 'dxf', ...readDxf(all, asked) }
  },
}
