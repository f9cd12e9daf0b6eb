import type { IncomingTold } from '../api/http'

export type IncomingObject = IncomingTold['objects'][number]

/** How deep each object hangs, by its number. */
export function depthsOf(objects: readonly IncomingObject[]): Map<number, number> {
  const depths = new Map<number, number>()
  // Parents come before their children.
  for (const { id, parent } of objects) depths.set(id, parent == null ? 0 : (depths.get(parent) ?? 0) + 1)
  return depths
}

/** The choice after an object has been chosen, with what it hangs below, or left out, with all below it. */
export function chosenWith(
  objects: readonly IncomingObject[],
  chosen: ReadonlySet<number>,
  id: number,
  on: boolean,
): Set<number> {
  const next = new Set(chosen)
  const parents = new Map(objects.map((each) => [each.id, each.parent]))
  if (on) for (let at: number | null | undefined = id; at != null; at = parents.get(at)) next.add(at)
  else {
    const gone = new Set([id])
    for (const each of objects) if (each.parent != null && gone.has(each.parent)) gone.add(each.id)
    for (const each of gone) next.delete(each)
    return next
  }
  // What hangs below comes along with it, as it does when it is moved.
  const below = new Set([id])
  for (const each of objects) if (each.parent != null && below.has(each.parent)) below.add(each.id)
  for (const each of below) next.add(each)
  return next
}
