import { computed, shallowRef } from 'vue'
import type { ChannelValue, Edit } from '../api/http'
import { LineBroken, type LiveLine } from '../api/live'
import type { KeptMessage } from '../api/messages'
import type { OwnerKey } from './owners'
import { newMark } from './person'
import { withFullNames } from './reasons'

/** An edit on its way to the server. */
interface Parcel {
  edit: Edit
  /** By which the server knows it again, should it come twice. */
  mark: string
  /** The revision that it was made on. */
  base: number
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
 * each has a mark, by which the server knows one that it has already.
 */
export function useOutbox(line: () => LiveLine, scene: () => number, isStanding: () => boolean) {
  const parcels = shallowRef<readonly Parcel[]>([])
  const count = computed(() => parcels.value.length)

  const drop = (parcel: Parcel) => (parcels.value = parcels.value.filter((one) => one !== parcel))

  /** Takes an edit in; it is sent when those before it have been. */
  function put(edit: Edit, base: number): Parcel {
    const parcel = { edit, mark: newMark(), base, sent: false }
    parcels.value = [...parcels.value, parcel]
    return parcel
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
          const kept = await line().edit(scene(), parcel.base, parcel.edit, parcel.mark)
          const { base } = parcel
          // Nobody else came between: those made on the same look as this one are made on what it gave.
          if (kept.revision === base + 1)
            for (const later of parcels.value) if (later.base === base) later.base = kept.revision
          return kept
        } catch (wrong) {
          if (!(wrong instanceof LineBroken)) throw wrong
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

  return { count, put, send, takeBack }
}
