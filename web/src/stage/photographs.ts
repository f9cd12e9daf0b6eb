import { onBeforeUnmount } from 'vue'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { bareMoment } from './bareMoment'
import type { useStageDrawing } from './stageDrawing'
import type { StageScene } from './stageScene'
import { keepThumbnail } from './thumbnails'

/** How long nothing has to change before the list's picture is taken, in milliseconds. */
const restsFor = 1500

/** Takes the picture that the list of scenes shows, once nothing has changed for a while; never while playing, which it would hold up. */
export function usePhotographs(
  stage: StageScene,
  drawing: ReturnType<typeof useStageDrawing>,
  hideHandles: () => void,
) {
  const scene = useScene()
  const playhead = usePlayhead()
  let timer: ReturnType<typeof setTimeout> | undefined

  function takeSoon(): void {
    clearTimeout(timer)
    timer = setTimeout(take, restsFor)
  }

  function take(): void {
    const { renderer, sharpness } = drawing
    if (!renderer) return
    // Nor of what is still to come, or is drawn with few pixels.
    if (playhead.playing || !playhead.isHere || sharpness.ratio < 1) return takeSoon()
    hideHandles()
    const { model, book, id, revision } = scene
    stage.show(model, book, bareMoment(playhead.frame))
    void keepThumbnail(renderer.three, stage, model, book, playhead.frame, id, revision, drawing.drawStill)
  }

  onBeforeUnmount(() => clearTimeout(timer))
  return { takeSoon }
}
