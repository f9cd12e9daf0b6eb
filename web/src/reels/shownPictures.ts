import { onScopeDispose, ref, shallowRef, watch, type Ref } from 'vue'
import { useComparing } from './comparing'
import { ReelPictures } from './reelPictures'
import { useReels } from './reels'

export type Side = 'a' | 'b'

/** How many are fetched and decoded at a time while nothing plays, and how far ahead while something does. */
const [atOnce, playingAhead] = [4, 36]

/**
 * The pictures of the reels that are looked at, decoded before they are due.
 * @param place The place of A that is seen.
 * @param playing Whether it plays: then lighter versions will do.
 * @param upcoming The places that come next, so many, in the order in which they are due.
 */
export function useShownPictures(place: Ref<number>, playing: Ref<boolean>, upcoming: (count: number) => number[]) {
  const reels = useReels()
  const comparing = useComparing()
  /** Counts up when pictures have come. */
  const come = ref(0)
  const pictures = { a: shallowRef<ReelPictures | null>(null), b: shallowRef<ReelPictures | null>(null) }
  onScopeDispose(() => {
    pictures.a.value?.dispose()
    pictures.b.value?.dispose()
  })

  /** The picture of a side that is seen on a place of A, by its number; nothing where it has none. */
  function numberAt(side: Side, at: number): number | undefined {
    if (side === 'a') return reels.a?.shown[at]
    const other = comparing.beside[at] ?? -1
    return other >= 0 ? reels.b?.shown[other] : undefined
  }
  function picture(side: Side, at: number): ImageBitmap | undefined {
    const number = numberAt(side, at)
    return number === undefined ? undefined : pictures[side].value?.get(number, isWhole())
  }
  /** A difference of lighter pictures would be one that is not there. */
  const isWhole = () => comparing.way === 'difference' && reels.b !== null
  const needsB = () => reels.b !== null && (comparing.way !== 'one' || comparing.isFlicking)
  const isHere = (at: number) =>
    picture('a', at) !== undefined && (!needsB() || numberAt('b', at) === undefined || picture('b', at) !== undefined)

  /** Asks for what is seen and for what comes next. */
  function look(): void {
    const isLight = !isWhole()
    for (const side of ['a', 'b'] as const) {
      const of = pictures[side].value
      if (!of) continue
      const numbers = (places: number[]) => places.flatMap((at) => numberAt(side, at) ?? [])
      // What stands still is seen as it is. What plays leaves the machine some room to show it.
      if (!playing.value) of.want(numbers([place.value]), false, atOnce)
      of.want(numbers(upcoming(playing.value ? playingAhead : of.ahead)), isLight, playing.value ? 1 : atOnce)
    }
  }
  for (const side of ['a', 'b'] as const)
    watch(
      () => reels[side]?.reel.id,
      (id) => {
        pictures[side].value?.dispose()
        const settings = reels[side]?.reel.settings
        pictures[side].value =
          id !== undefined && settings
            ? new ReelPictures(id, settings.width, settings.height, () => come.value++)
            : null
        look()
      },
      { immediate: true },
    )
  watch([place, come, playing, () => comparing.beside, () => comparing.way], look)

  return { come, picture, isHere }
}
