import type { Vector3 } from 'three'
import type { Edit } from '../api/http'
import { usePathDrawing } from '../paths/drawing'
import { usePathPoints } from '../paths/pathPoints'
import type { usePointNodes } from '../paths/pointNodes'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import { usePlayhead } from '../timebar/playhead'
import type { useTrailEdits } from '../trails/trailEdits'
import type { useTrailNodes } from '../trails/trailNodes'
import { useTrails } from '../trails/trails'
import { usePending } from '../values/pending'
import { useWorking } from '../working/working'
import { Handles, type Handled } from './handles'
import { useHandling } from './handling'
import type { PaneOf } from './stageDrawing'
import type { StageScene } from './stageScene'
import { useViews } from './views'

/** What the handles work on, and who is to know of it. */
export interface Handling {
  stage: StageScene
  paneAt: (index: number) => PaneOf
  pointNodes: ReturnType<typeof usePointNodes>
  trailNodes: ReturnType<typeof useTrailNodes>
  trailEdits: ReturnType<typeof useTrailEdits>
  /** Tells what the hand has done so far; null once it has let go. */
  tell: (words: string | null) => void
  redraw: () => void
  redrawState: () => void
}

/** The handles on the stage, on what is selected: objects, points of a path, or points of trails. */
export function useStageHandles(on: Handling) {
  const { stage, paneAt, pointNodes, trailNodes, trailEdits } = on
  const scene = useScene()
  const selection = useSelection()
  const playhead = usePlayhead()
  const pending = usePending()
  const views = useViews()
  const handling = useHandling()
  const working = useWorking()
  const trails = useTrails()
  const drawing = usePathDrawing()
  const pathPoints = usePathPoints()
  let handles: Handles | undefined
  /** The edit of points that the hand is about to make. */
  let pointsMoved: Edit | null = null

  function make(): void {
    const first = paneAt(views.activeIndex)
    handles = new Handles(first.camera.camera, first.element!, stage.three, {
      start: () => (paneAt(views.activeIndex).camera.resting = true),
      change: (values, words, moved) => {
        if (!movePoints(moved) && !moveTrail()) pending.hold(values)
        on.tell(words)
      },
      end: () => {
        letGo()
        trailEdits.letGo()
        if (pointsMoved) void scene.keepTry(pointsMoved)
        else void pending.finish()
        pointsMoved = null
      },
      hover: () => on.redraw(),
    })
    window.addEventListener('keydown', snapWithCtrl)
    window.addEventListener('keyup', snapWithCtrl)
  }

  function dispose(): void {
    window.removeEventListener('keydown', snapWithCtrl)
    window.removeEventListener('keyup', snapWithCtrl)
    handles?.dispose()
  }

  const snapWithCtrl = (event: KeyboardEvent) => {
    if (handles && event.key === 'Control') handles.snapping = event.type === 'keydown'
  }

  function letGo(): void {
    paneAt(views.activeIndex).camera.resting = false
    on.tell(null)
  }

  /** Ends a drag of the handles as if it had not begun. */
  function cancel(): void {
    if (!handles?.isDragging) return
    handles.cancel()
    trailEdits.letGo()
    pending.cancel()
    if (pointsMoved) void scene.dropTry()
    pointsMoved = null
    letGo()
    on.redrawState()
  }

  /** Of what is selected, the objects that do not move with something else selected. */
  function handled(): Handled[] {
    const isInside = (parent: number | null): boolean => {
      let at = parent
      while (at !== null && !selection.objects.has(at)) at = scene.model.objects.get(at)?.parent ?? null
      return at !== null
    }
    return [...selection.objects].flatMap((id) => {
      const [object, node] = [scene.model.objects.get(id), stage.nodes.get(id)]
      return object && node && !isInside(object.parent) && !working.isLocked(id)
        ? [{ node, order: object.rotationOrder }]
        : []
    })
  }

  /** Moves the selected points of a path along with the handles; false where none is selected. */
  function movePoints({ x, y, z }: Vector3): boolean {
    if (!pathPoints.path || pathPoints.points.size === 0) return false
    const points = [...pathPoints.points]
    const by = { x: Math.round(x * 1e4) / 1e4, y: Math.round(y * 1e4) / 1e4, z: Math.round(z * 1e4) / 1e4 }
    pointsMoved = { edit: 'movePathPoints', path: pathPoints.path.id, points, by, at: playhead.frame }
    scene.tryEdit(pointsMoved)
    return true
  }

  /** Moves the selected points of trails along with the handles; false where none is selected. */
  function moveTrail(): boolean {
    if (trails.selected.size === 0) return false
    const edit = trailNodes.editOf(handles!.held)
    if (edit) scene.tryEdit((pointsMoved = edit))
    return true
  }

  /** Takes hold of what is selected now, in the view that is worked in. */
  function hold(): void {
    if (!handles) return
    const pane = paneAt(views.activeIndex)
    handles.moveTo(pane.camera.camera, pane.element!)
    const isStill = !playhead.playing && playhead.isHere
    const ofPoints = pathPoints.points.size > 0
    const ofTrails = !ofPoints && trails.selected.size > 0
    const held =
      !isStill || drawing.isOn ? [] : ofPoints ? pointNodes.handled() : ofTrails ? trailNodes.handled() : handled()
    // A point has no rotation and no size of its own; several have a centre.
    const isMoved = selection.tool === 'move' || (ofTrails && held.length > 1)
    const centre = ofTrails ? 'common' : handling.centre
    handles.hold((ofPoints || ofTrails) && !isMoved ? [] : held, selection.tool, handling.axes, centre)
    on.redrawState()
  }

  return {
    make,
    dispose,
    hold,
    cancel,
    place: () => handles?.place(),
    show: (isShown: boolean) => {
      if (handles) handles.shown = isShown
    },
    isDragging: () => handles?.isDragging ?? false,
    /** Whether a press is meant for the handles. */
    isOn: () => handles !== undefined && (handles.hovered || handles.isDragging),
    /** Whether the pointer is over what is drawn of one. */
    isOnDrawn: () => handles !== undefined && (handles.isOnDrawn || handles.isDragging),
    isOnMiddle: () => handles?.isOnMiddle ?? false,
  }
}
