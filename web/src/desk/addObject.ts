import type { ObjectKind } from '../api/http'
import { useSelection } from '../scene/selection'
import { usePathDrawing } from '../paths/drawing'
import { useScene } from '../scene/sceneStore'
import { newText } from '../texts/texts'

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
  path: 'Path',
  joint: 'Joint',
  text: 'Text',
  mesh: 'Mesh',
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
  path: 'bi-bezier2',
  joint: 'bi-person-arms-up',
  text: 'bi-fonts',
  mesh: 'bi-gem',
}

/** Where new objects stand: shapes on the ground, cameras and lights where they see something. */
const places: Partial<Record<ObjectKind, Record<string, number>>> = {
  box: { 'position.y': 0.5 },
  sphere: { 'position.y': 0.5 },
  cylinder: { 'position.y': 0.5 },
  cone: { 'position.y': 0.5 },
  torus: { 'position.y': 0.65 },
  text: { 'position.y': 0.5 },
  camera: { 'position.y': 2, 'position.z': 8 },
  light: { 'position.y': 4, 'light.intensity': 30 },
}

/** Adds an object and selects it; a path is drawn. */
export async function addObject(kind: ObjectKind): Promise<void> {
  if (kind === 'path') return usePathDrawing().begin()
  const kept = await useScene().edit({ edit: 'addObject', kind, values: places[kind] ?? null })
  if (!kept) return
  useSelection().select(kept.added)
  if (kind === 'text') newText.value = kept.added[0] ?? null
}
