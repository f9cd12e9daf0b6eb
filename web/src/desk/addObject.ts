import type { ObjectKind } from '../api/http'
import { useChoice } from '../scene/choice'
import { useScene } from '../scene/sceneStore'

export const kindNames: Record<ObjectKind, string> = {
  group: 'Group',
  box: 'Box',
  sphere: 'Sphere',
  cylinder: 'Cylinder',
  cone: 'Cone',
  torus: 'Torus',
  plane: 'Plane',
  camera: 'Camera',
  light: 'Light',
}

export const kindIcons: Record<ObjectKind, string> = {
  group: 'bi-collection',
  box: 'bi-box',
  sphere: 'bi-circle',
  cylinder: 'bi-database',
  cone: 'bi-cone',
  torus: 'bi-record-circle',
  plane: 'bi-square',
  camera: 'bi-camera-video',
  light: 'bi-lightbulb',
}

/** Where new objects stand: shapes on the ground, cameras and lights where they see something. */
const places: Partial<Record<ObjectKind, Record<string, number>>> = {
  box: { 'move.y': 0.5 },
  sphere: { 'move.y': 0.5 },
  cylinder: { 'move.y': 0.5 },
  cone: { 'move.y': 0.5 },
  torus: { 'move.y': 0.65 },
  camera: { 'move.y': 2, 'move.z': 8 },
  light: { 'move.y': 4, 'light.glow': 30 },
}

/** Adds an object and chooses it. */
export async function addObject(kind: ObjectKind): Promise<void> {
  const kept = await useScene().edit({ edit: 'addObject', kind, values: places[kind] ?? null })
  if (kept) useChoice().choose(kept.added)
}
