import { useQuestions } from '../scene/questions'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'

/** Takes objects off their paths, and asks what they keep. */
export function useLeaving(): (objects: number[]) => Promise<void> {
  const scene = useScene()
  const questions = useQuestions()
  const playhead = usePlayhead()
  return async (objects) => {
    const [first, last] = scene.settings.range
    const names =
      objects.length === 1 ? (scene.model.objects.get(objects[0]!)?.name ?? 'It') : `${objects.length} objects`
    const answer = await questions.ask({
      title: `Take ${names} off the path?`,
      text: `It can stay where it is on this frame, or keep its motion as keys: one on each of the ${last - first + 1} frames of the scene. Either is one step to undo.`,
      ways: [
        { value: 'place', label: 'Keep the place' },
        { value: 'motion', label: 'Keep the motion' },
        { value: 'stop', label: 'Stay on the path' },
      ],
      otherwise: 'stop',
    })
    if (answer === 'stop') return
    await scene.edit({ edit: 'leavePath', objects, at: playhead.frame, keepMotion: answer === 'motion' })
  }
}
