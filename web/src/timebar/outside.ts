import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { useTimeDisplay } from './timeDisplay'

/** What is told of frames outside the scene range, where nothing is played. */
export function useOutside() {
  const scene = useScene()
  const time = useTimeDisplay()

  /** Where a frame lies, in words; empty where it is within the scene. */
  function whereIs(frame: number): string {
    const [first, last] = scene.settings.range
    if (frame < first) return `before the scene’s first frame, ${time.label(first)}`
    return frame > last ? `after the scene’s last frame, ${time.label(last)}` : ''
  }

  /** Says of a key set outside that nobody will see it, and offers to make the scene as long. */
  function tellKeyed(frame: number): void {
    const where = whereIs(frame)
    if (!where) return
    const [first, last] = scene.settings.range
    const range = { first: Math.min(first, frame), last: Math.max(last, frame) }
    useNotices().say(
      `Keyed on frame ${time.label(frame)}, ${where}: it is not played.`,
      { label: 'Make the scene longer', run: () => void scene.edit({ edit: 'setRanges', range }) },
      'keyed outside',
    )
  }

  return { whereIs, tellKeyed }
}
