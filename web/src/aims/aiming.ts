import type { Edit, SignedAxis } from '../api/http'
import { useQuestions } from '../scene/questions'
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'

/** Lets objects aim at another one or at nothing, and asks what becomes of their own rotation. */
export function useAiming() {
  const scene = useScene()
  const questions = useQuestions()
  const playhead = usePlayhead()
  const nameOf = (id: number) => scene.model.objects.get(id)?.name ?? 'It'
  const namesOf = (objects: readonly number[]) =>
    objects.length === 1 ? nameOf(objects[0]!) : `${objects.length} objects`

  /** @returns whether they aim at it now. */
  async function aimAt(objects: number[], target: number): Promise<boolean> {
    const answer = await questions.ask({
      title: `Aim ${namesOf(objects)} at ${nameOf(target)}?`,
      text: 'Its own rotation comes after: without one it looks straight at its target, and its keys of rotation go. Or it keeps being turned as on this frame, and when keyed as on each of its keys, and turns along with its target from there.',
      ways: [
        { value: 'straight', label: 'Look straight at it' },
        { value: 'keep', label: 'Keep the rotation' },
        { value: 'stop', label: 'Do not aim' },
      ],
      otherwise: 'stop',
    })
    if (answer === 'stop') return false
    const edit: Edit = { edit: 'aimAt', objects, target, keepAt: answer === 'keep' ? playhead.frame : null }
    return (await scene.edit(edit)) !== null
  }

  async function leave(objects: number[]): Promise<void> {
    const [first, last] = scene.settings.range
    const answer = await questions.ask({
      title: `End the aim of ${namesOf(objects)}?`,
      text: `It can stay turned as it is on this frame, or keep its motion as keys: one on each of the ${last - first + 1} frames of the scene. Either is one step to undo.`,
      ways: [
        { value: 'place', label: 'Keep the rotation' },
        { value: 'motion', label: 'Keep the motion' },
        { value: 'stop', label: 'Go on aiming' },
      ],
      otherwise: 'stop',
    })
    if (answer === 'stop') return
    await scene.edit({ edit: 'leaveAim', objects, at: playhead.frame, keepMotion: answer === 'motion' })
  }

  const set = (objects: number[], target: number, axis: SignedAxis, up: SignedAxis) =>
    void scene.edit({ edit: 'setAim', objects, target, axis, up })

  return { aimAt, leave, set }
}
