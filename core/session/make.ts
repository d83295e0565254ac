import type { OperationKind } from './kinds'

/** A piece of the job with what goes on it, as pressing sees it. */
export interface PressedPiece {
  id: string
  name: string
  fabricId: string
  /** So many alike, those of a pair counted singly. */
  count: number
  interfacingId: string | null
  foamId: string | null
  webId: string | null
  /** A stiff layer between two fabrics, turned through an opening. */
  layers: boolean
  /** All of them side by side under the same positions. */
  asBlock: boolean
}

/** One thing to do, before it is known with which iron and for how long. */
export interface MadeOperation {
  /** Lives as long as the piece does. */
  id: string
  kind: OperationKind
  name: string
  pieceId: string | null
  /** Which of the pieces alike, from 0. */
  numbers: number[]
  fabricId: string | null
  /** What is stuck on by it; null where nothing is. */
  supplyId: string | null
  /** Lies over what is stuck on already, outward. */
  overIds: string[]
  /** Of a stiff mat or bag: which of its fabrics. */
  side: 'face' | 'back' | null
  needs: string[]
}

interface Asked {
  /** Fabrics that were never preshrunk: they are, before their pieces are pressed. */
  notPreshrunk: readonly string[]
  fabricName: (id: string) => string
  /** Trims of this job that have to give what they will give before they are sewn on. */
  trims: readonly { supplyId: string, name: string }[]
}

/**
 * All that is to be done under the iron, in the trade's order: fabric and trim are preshrunk first; foam before the interfacing that
 * holds it in; a web is tacked, peeled cold and then held; the back of a stiff mat or bag is held once it has been sewn and turned.
 */
export function operationsOf(pieces: readonly PressedPiece[], { notPreshrunk, fabricName, trims }: Asked): MadeOperation[] {
  const all: MadeOperation[] = []
  const none = { pieceId: null, numbers: [], fabricId: null, supplyId: null, overIds: [], side: null, needs: [] }
  const settled = (fabricId: string) => (notPreshrunk.includes(fabricId) ? [`preshrink.${fabricId}`] : [])
  for (const fabricId of new Set(pieces.map(p => p.fabricId)))
    if (notPreshrunk.includes(fabricId)) all.push({ ...none, id: `preshrink.${fabricId}`, kind: 'preshrink', name: fabricName(fabricId),
      fabricId })
  for (const t of trims) all.push({ ...none, id: `trim.${t.supplyId}`, kind: 'trim', name: t.name, supplyId: t.supplyId })
  for (const piece of pieces) for (const numbers of groupsOf(piece)) all.push(...ofPiece(piece, numbers, settled(piece.fabricId)))
  return all
}

const groupsOf = ({ count, asBlock }: PressedPiece): number[][] => {
  const each = Array.from({ length: count }, (_, n) => n)
  return asBlock && count > 1 ? [each] : each.map(n => [n])
}

function ofPiece(piece: PressedPiece, numbers: number[], first: readonly string[]): MadeOperation[] {
  const { id: pieceId, fabricId, count, interfacingId, foamId, webId } = piece
  const which = numbers.length > 1 ? 'block' : String(numbers[0])
  const name = numbers.length > 1 ? `${count} × ${piece.name}` : count > 1 ? `${piece.name} ${numbers[0]! + 1}` : piece.name
  const made: MadeOperation[] = []
  let needs = [...first]
  const add = (
    what: string, kind: OperationKind, supplyId: string | null, overIds: string[] = [], side: MadeOperation['side'] = null,
  ): string => {
    const id = `${pieceId}.${which}.${what}`
    made.push({ id, kind, name, pieceId, numbers, fabricId, supplyId, overIds, side, needs })
    needs = [id]
    return id
  }
  if (piece.layers && webId) {
    add('tack.face', 'tack', webId, [], 'face')
    add('peel.face', 'peel', null, [], 'face')
    add('hold.face', 'hold', webId, [foamId!], 'face')
    add('tack.back', 'tack', webId, [], 'back')
    add('peel.back', 'peel', null, [], 'back')
    add('sew', 'sew', null)
    add('hold.back', 'hold', webId, [foamId!], 'back')
    return made
  }
  if (foamId) add('foam', 'fuse', foamId)
  if (interfacingId) add('interfacing', 'fuse', interfacingId)
  if (webId) {
    add('tack', 'tack', webId)
    add('peel', 'peel', null)
    add('hold', 'hold', webId)
  }
  return made
}
