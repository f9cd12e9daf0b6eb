import { useEventListener } from '@vueuse/core'
import { computed, shallowRef } from 'vue'
import type { ChannelValue, Edit } from '../api/http'
import { LineBroken, type LiveLine } from '../api/live'
import type { KeptMessage } from '../api/messages'
import { editShelf } from './editShelf'
import type { OwnerKey } from './owners'
import { newMark } from './person'
import { withFullNames } from './reasons'
import type { SceneName } from './sceneName'

/** An edit on its way to the server. */
export interface Parcel {
  scene: SceneName
  edit: Edit
  /** By which the server knows it again, should it come twice. */
  mark: string
  /** The revision that it was made on. */
  base: number
  /** In which order those of a scene were made. */
  order: number
  /** It has been sent, and may have been made. */
  sent: boolean
}

/** An edit's kind in words: "moveKeys" is "move keys". */
export const wordsOf = ({ edit }: Edit) => edit!.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)

/** What somebody wanted, in words: of a single value what it was to be. */
export function wishOf(edit: Edit, nameOf: (object: OwnerKey) => string | undefined): string {
  const [first, ...others] = 'values' in edit && Array.isArray(edit.values) ? (edit.values as ChannelValue[]) : []
  const name = first && nameOf(first.object)
  return name !== undefined && others.length === 0 && typeof first?.value === 'number'
    ? `${name} ${withFullNames(first.channel)} at ${Number(first.value.toPrecision(6))}`
    : wordsOf(edit)
}

/**
 * Sends edits one after the other. Those that the line breaks under stay here until it is back, and are then sent again:
 * each has a mark, by which the server knows one that it has already. What waits is in the browser as well, for the next
 * page that opens its scene.
 */
export function useOutbox(line: () => LiveLine, isStanding: () => boolean) {
  const parcels = shallowRef<readonly Parcel[]>([])
  const count = computed(() => parcels.value.length)
  let latest = 0

  const shelve = ({ scene, edit, mark, base, order }: Parcel) =>
    editShelf.put(mark, { scene: scene.name, edit: JSON.stringify(edit), base, order })

  function drop(parcel: Parcel): void {
    parcels.value = parcels.value.filter((one) => one !== parcel)
    void editShelf.drop(parcel.mark)
  }

  /** Takes an edit in; it is sent when those before it have been. */
  function put(scene: SceneName, edit: Edit, base: number): Parcel {
    latest = Math.max(latest + 1, Date.now())
    const parcel = { scene, edit, mark: newMark(), base, order: latest, sent: false }
    parcels.value = [...parcels.value, parcel]
    if (!isStanding()) void shelve(parcel)
    return parcel
  }

  /** Takes in what waited for the server when a page that had the scene was left. */
  async function takeLeft(scene: SceneName): Promise<Parcel[]> {
    const found = (await editShelf.left(scene.name)).map(([mark, { edit, base, order }]) => ({
      scene,
      edit: JSON.parse(edit) as Edit,
      mark,
      base,
      order,
      // It may have been made, without anybody having heard of it.
      sent: true,
    }))
    const left = found.toSorted((a, b) => a.order - b.order)
    parcels.value = [...left, ...parcels.value]
    return left
  }

  /** A page that is closed now loses nothing of what waits. */
  useEventListener(['beforeunload', 'pagehide'], () => parcels.value.forEach((parcel) => void shelve(parcel)))

  /** The scene is left: what waits is for whoever opens it next. The edits, and whether the browser has them all. */
  async function leave(): Promise<{ left: Edit[]; isKept: boolean }> {
    const left = parcels.value
    parcels.value = []
    const kept = Promise.all(left.map(shelve))
    editShelf.letGo(left.map(({ mark }) => mark))
    return { left: left.map(({ edit }) => edit), isKept: (await kept).every(Boolean) }
  }

  /**
   * Sends a parcel, and again after each break.
   * @returns what became of it; null where it has been taken back meanwhile.
   */
  async function send(parcel: Parcel): Promise<KeptMessage | null> {
    try {
      while (parcels.value.includes(parcel)) {
        if (!isStanding()) {
          await line().returning()
          continue
        }
        try {
          parcel.sent = true
          const kept = await line().edit(parcel.scene.id, parcel.base, parcel.edit, parcel.mark)
          const { base } = parcel
          // Nobody else came between: those made on the same look as this one are made on what it gave.
          if (kept.revision === base + 1)
            for (const later of parcels.value) if (later.base === base) later.base = kept.revision
          return kept
        } catch (wrong) {
          if (!(wrong instanceof LineBroken)) throw wrong
          // It may have been left meanwhile.
          if (!parcels.value.includes(parcel)) break
          void shelve(parcel)
          await line().returning()
        }
      }
      return null
    } finally {
      drop(parcel)
    }
  }

  /** Takes the last edit back that has not been sent yet. */
  function takeBack(): Edit | null {
    const last = parcels.value.at(-1)
    if (!last || last.sent) return null
    drop(last)
    return last.edit
  }

  return { count, put, takeLeft, leave, send, takeBack }
}
