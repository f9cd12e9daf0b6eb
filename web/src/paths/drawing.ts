import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import type { Edit, PathPointKind } from '../api/http'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { usePuttingOn } from './puttingOn'

type Place = readonly [number, number, number]
type Vector = { x: number; y: number; z: number }

/** A point that is set; its handles where it is free. */
interface DrawnPoint {
  at: Vector
  kind: PathPointKind
  in?: Vector
  out?: Vector
}

const vector = ([x, y, z]: Place) => ({ x, y, z })
const smooth = (at: Place): DrawnPoint => ({ at: vector(at), kind: 'smooth' })

/** Drawing a path, point by point; what it comes to be is seen all the time. */
export const usePathDrawing = defineStore('pathDrawing', () => {
  const scene = useScene()
  const selection = useSelection()
  const puttingOn = usePuttingOn()
  const isOn = ref(false)
  /** A click on a rope is awaited, for the selected objects to be put on it. */
  const isChoosing = ref(false)
  const points = shallowRef<DrawnPoint[]>([])
  /** Where the pointer is, and so where the next point would come. */
  let ahead: Place | null = null

  // What is drawn belongs to the scene that is open.
  watch(
    () => scene.id,
    () => (isOn.value = isChoosing.value = false),
  )

  const edit = (of: readonly DrawnPoint[], closed = false): Edit => ({ edit: 'addPath', points: [...of], closed })
  const count = computed(() => points.value.length)

  function begin(): void {
    selection.select([])
    points.value = []
    ahead = null
    isOn.value = true
  }

  function show(): void {
    const seen = ahead ? [...points.value, smooth(ahead)] : points.value
    if (seen.length > 1) scene.tryEdit(edit(seen))
  }

  /** The pointer is here: the rope goes on to it. */
  function hover(at: Place | null): void {
    ahead = at
    show()
  }

  function add(at: Place): void {
    points.value = [...points.value, smooth(at)]
    ahead = null
    show()
  }

  /** The last point gets handles: out to where the hand has pulled, in as far the other way. */
  function pull(to: Place): void {
    const last = points.value.at(-1)
    if (!last) return
    const out = { x: to[0] - last.at.x, y: to[1] - last.at.y, z: to[2] - last.at.z }
    points.value = [
      ...points.value.slice(0, -1),
      { at: last.at, kind: 'free', in: { x: -out.x, y: -out.y, z: -out.z }, out },
    ]
    show()
  }

  /** The last point is taken back. */
  function back(): void {
    if (points.value.length === 0) return cancel()
    points.value = points.value.slice(0, -1)
    if (points.value.length + (ahead ? 1 : 0) < 2) void scene.dropTry()
    else show()
  }

  function choose(): void {
    cancel()
    isChoosing.value = true
  }

  /** Puts what is selected on a path; null where the click met none. */
  async function chosen(path: number | null): Promise<void> {
    isChoosing.value = false
    const objects = [...selection.objects].filter((id) => id !== path)
    if (path !== null && objects.length) await puttingOn(objects, path, 'plusX')
  }

  async function end(closed = false): Promise<void> {
    if (!isOn.value) return
    isOn.value = false
    if (points.value.length < 2) return void scene.dropTry()
    const kept = await scene.keepTry(edit(points.value, closed))
    if (kept) selection.select(kept.added)
  }

  function cancel(): void {
    if (!isOn.value) return
    isOn.value = false
    void scene.dropTry()
  }

  return { isChoosing, choose, chosen, isOn, points, count, begin, hover, add, pull, back, end, cancel }
})
