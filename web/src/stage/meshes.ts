import { BufferAttribute, BufferGeometry } from 'three'
import { http } from '../api/http'
import type { TextMessage } from '../api/messages'
import { Recent } from '../shared/recent'

/** The mesh of a shape whose measures are all 1, as the server makes it. */
export interface ShapeMesh {
  /** Where each vertex is, before it is spread. */
  rings: Float32Array
  /** Which way each vertex is spread: from the middle of the tube of a torus, or with the spacing and bevels of letters. */
  spreads: Float32Array | null
  normals: Float32Array
  indices: Uint32Array
}

/** How a shape is cut: parts along and about its axes, by the words of the server's query. */
export type Cuts = Readonly<Record<string, number>>

const shapes = ['box', 'sphere', 'cylinder', 'cone', 'torus', 'plane'] as const
/** Of whoever keys the cuts, so many are kept beside those in use. */
const mostKept = 200
/** Those that shapes have unless they are cut otherwise, by their kinds. */
const usual = new Map<string, ShapeMesh>()
const others = new Recent<ShapeMesh>(mostKept)
const onTheWay = new Map<string, Promise<void>>()
/** When what could not be had was asked for last. */
const failed = new Map<string, number>()
const waiting = new Set<() => void>()
const again = 2000

/** Fetches, once, the meshes that shapes have unless they are cut otherwise. */
export const loadUsualMeshes = async (): Promise<void> => {
  await Promise.all(
    shapes.map((kind) =>
      usual.has(kind)
        ? undefined
        : (onTheWay.get(kind) ??
          fetchMesh(
            kind,
            () => http.mesh(kind, {}),
            (mesh) => usual.set(kind, mesh),
          )),
    ),
  )
  // A server that was away for a moment is asked again.
  if (!usualMeshesAreHere()) setTimeout(() => void loadUsualMeshes(), again)
}

/** Whether the usual mesh of every shape is here: before that there is nothing to be drawn. */
export const usualMeshesAreHere = (): boolean => shapes.every((kind) => usual.has(kind))

/** Whether an object of a kind has a shape. */
export const hasShape = (kind: string): boolean =>
  kind === 'text' || kind === 'mesh' || (shapes as readonly string[]).includes(kind)

/**
 * The mesh of a shape that is cut so. One that is not here yet is asked for, and until it comes the usual one of its kind
 * stands in.
 */
export function meshOf(kind: string, cuts: Cuts): { key: string; mesh: ShapeMesh } | null {
  const key = `${kind} ${Object.values(cuts).join(' ')}`
  const known = hereOrAsked(key, () => http.mesh(kind, cuts))
  if (known) return { key, mesh: known }
  const instead = usual.get(kind)
  return instead ? { key: kind, mesh: instead } : null
}

/** The mesh of a shape that is cut so, if it is here; else it is asked for. */
export function meshIfHere(kind: string, cuts: Cuts): { key: string; mesh: ShapeMesh } | null {
  const key = `${kind} ${Object.values(cuts).join(' ')}`
  const mesh = hereOrAsked(key, () => http.mesh(kind, cuts))
  return mesh ? { key, mesh } : null
}

/** The mesh of a text whose letters are cut so. One that is not here yet is asked for. */
export function textMeshOf(text: TextMessage, cuts: Cuts): { key: string; mesh: ShapeMesh } | null {
  const key = `text ${Object.values(cuts).join(' ')} ${text.font} ${text.align} ${text.lines}`
  const known = hereOrAsked(key, () => http.textMesh(text, cuts))
  return known ? { key, mesh: known } : null
}

/** The mesh of a file. One that is not here yet is asked for. */
export function fileMeshOf(asset: string): { key: string; mesh: ShapeMesh } | null {
  const key = `mesh ${asset}`
  const known = hereOrAsked(key, () => http.fileMesh(asset))
  return known ? { key, mesh: known } : null
}

function hereOrAsked(key: string, ask: () => Promise<ArrayBuffer>): ShapeMesh | undefined {
  const known = others.get(key)
  if (!known && !onTheWay.has(key) && performance.now() - (failed.get(key) ?? -again) >= again)
    void fetchMesh(key, ask, (mesh) => others.set(key, mesh))
  return known
}

/** Whether all meshes that were asked for are here. */
export const meshesAreHere = (): boolean => onTheWay.size === 0

/** Waits for the meshes that were asked for. */
export const meshesCome = async (): Promise<void> => {
  await Promise.all(onTheWay.values())
}

/** Calls back whenever a mesh has come. @returns what ends it. */
export function whenMeshesCome(then: () => void): () => void {
  waiting.add(then)
  return () => waiting.delete(then)
}

async function fetchMesh(key: string, ask: () => Promise<ArrayBuffer>, keep: (mesh: ShapeMesh) => void): Promise<void> {
  const coming = ask()
    .then((bytes) => keep(read(bytes)))
    // The usual one goes on standing in; whoever draws a while later asks again.
    .catch(() => void failed.set(key, performance.now()))
    .finally(() => {
      onTheWay.delete(key)
      for (const then of waiting) then()
    })
  onTheWay.set(key, coming)
  await coming
}

function read(bytes: ArrayBuffer): ShapeMesh {
  const [vertices, triangles, hasSpreads] = new Uint32Array(bytes, 0, 3)
  let at = 12
  const vectors = () => {
    const all = new Float32Array(bytes, at, vertices! * 3)
    at += all.byteLength
    return all
  }
  const rings = vectors()
  const spreads = hasSpreads ? vectors() : null
  const normals = vectors()
  return { rings, spreads, normals, indices: new Uint32Array(bytes, at, triangles! * 3) }
}

/** How a mesh of unit size is spread along each axis, and how much steeper in z its normals are to be. */
export interface Spread {
  x: number
  y: number
  z: number
  steeper: number
}

/** The geometry of a mesh. */
export function geometryOfMesh({ rings, spreads, normals: own, indices }: ShapeMesh, spread: Spread): BufferGeometry {
  const by = [spread.x, spread.y, spread.z]
  const positions = spreads ? rings.map((ring, i) => ring + spreads[i]! * by[i % 3]!) : rings
  const normals = spread.steeper === 1 ? own : own.map((part, i) => (i % 3 === 2 ? part * spread.steeper : part))
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(positions, 3))
  geometry.setAttribute('normal', new BufferAttribute(normals, 3))
  geometry.setIndex(new BufferAttribute(indices, 1))
  return geometry
}
