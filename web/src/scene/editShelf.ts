import { Shelf } from '../shared/shelf'

/** An edit that no server has yet, and the revision that it was made on. */
interface ShelvedEdit {
  /** As the open scene calls itself. */
  scene: string
  /** As JSON: what a store of the page watches cannot be kept as it is. */
  edit: string
  base: number
  /** In which order those of a scene were made. */
  order: number
}

/** Edits that wait for the server, by their marks. */
export const editShelf = new Shelf<ShelvedEdit>('zesty-edits', 'edits')
