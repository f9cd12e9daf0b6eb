import { defineStore } from 'pinia'
import { fileDialog } from '../shared/fileDialog'

/** What the names of files end with that come in as objects, and of those that they need. */
const foreign = ['.glb', '.gltf', '.obj']
const endings = [...foreign, '.zesty', '.zesty.json']
/** Have dialogs of their own where a scene is open. */
const special = ['.bvh', '.svg']
const beside = ['.bin', '.mtl']
const ends = (file: File, with_: readonly string[]) => with_.some((ending) => file.name.toLowerCase().endsWith(ending))

/** What a picker of files offers. */
export const accepted = [...endings, ...beside, '.json'].join(',')

/** Whether a file comes in as objects. */
export const comesIn = (file: File): boolean => ends(file, endings)

/** Whether a file becomes a scene of its own where none is open, and is not one already. */
export const comesInAlone = (file: File): boolean => ends(file, [...foreign, ...special])

/** Of files that were chosen or dropped together, those that are read: the first that comes in, and what it may need. */
export function readTogether(files: readonly File[]): File[] {
  const main = files.find((file) => ends(file, [...endings, ...special]))
  return main ? [main, ...files.filter((file) => ends(file, beside))] : []
}

/** The dialog that brings in the objects of files. */
export const useBringIn = defineStore('bringIn', () => fileDialog<readonly File[]>())
