import { Raycaster, Vector2 } from 'three'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { useMenus } from '../menus/menus'
import { useWorking } from '../working/working'
import type { StageScene } from './stageScene'
import type { ViewCamera } from './viewCamera'

/** A press that moves farther than this, in pixels, turns the view and picks nothing. */
const clickSlack = 4

/** Selecting objects with a click on the stage. */
export function usePicking(stage: StageScene) {
  const scene = useScene()
  const selection = useSelection()
  const working = useWorking()
  const menus = useMenus()
  let pressedAt: [number, number] | null = null
  let isByHandles = false

  /**
   * A press of the right button that stays where it is asks for a menu; one that moves pans the view.
   * @param handles Whether the pointer is on handles, or where they are taken, but nothing is drawn of them: what stands
   * there can be clicked, and nothing lets go of what is selected.
   */
  function press(event: PointerEvent, handles: 'on' | 'by' | 'off'): void {
    pressedAt = event.button === 2 || (event.button === 0 && handles !== 'on') ? [event.clientX, event.clientY] : null
    isByHandles = handles === 'by'
  }

  function release(event: PointerEvent, pane: HTMLElement, camera: ViewCamera): void {
    // Where handles are taken the least move is one of theirs.
    const slack = isByHandles && event.button === 0 ? 0 : clickSlack
    if (!pressedAt || Math.hypot(event.clientX - pressedAt[0], event.clientY - pressedAt[1]) > slack) return
    if (event.button === 2) return menus.onStage(event, objectAt(event, pane, camera) ?? null)
    const hit = objectAt(event, pane, camera)
    if (hit === undefined) {
      if (!event.shiftKey && !isByHandles) selection.select([])
    } else selection.select([event.altKey ? hit : wholeOrPart(hit)], event.shiftKey)
  }

  /** The object under the pointer, nearest first. What is locked is as if it were not there: what is behind it is reached. */
  function objectAt(event: PointerEvent, pane: HTMLElement, camera: ViewCamera): number | undefined {
    const box = pane.getBoundingClientRect()
    const ray = new Raycaster()
    ray.setFromCamera(
      new Vector2(((event.clientX - box.left) / box.width) * 2 - 1, 1 - ((event.clientY - box.top) / box.height) * 2),
      camera.camera,
    )
    const rope = stage.ropes.under(
      camera.camera,
      box.width,
      box.height,
      event.clientX - box.left,
      event.clientY - box.top,
      5,
    )
    if (rope && !working.isLocked(rope.object)) return rope.object
    return stage.pick(ray).find((id) => !working.isLocked(id))
  }

  /** The outermost thing that the object belongs to; each further click goes one level in. Joints are meant one by one. */
  function wholeOrPart(hit: number): number {
    if (scene.model.objects.get(hit)?.kind === 'joint') return hit
    const way = [hit]
    for (let at = scene.model.objects.get(hit)?.parent; at != null; at = scene.model.objects.get(at)?.parent)
      way.unshift(at)
    const selected = way.findLastIndex((id) => selection.objects.has(id))
    return way[Math.min(selected + 1, way.length - 1)]!
  }

  return { press, release }
}
