import { useArranging } from '../desk/arranging'
import { useQuestions } from '../scene/questions'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'
import { useSounds } from '../sound/sounds'
import { usePlayhead } from '../timebar/playhead'

/** Deletes the selected keys, clips or sounds or, with none selected, the selected objects. */
export function useDeletion(): () => void {
  const scene = useScene()
  const selection = useSelection()
  const arranging = useArranging()
  const playhead = usePlayhead()
  const questions = useQuestions()
  const sounds = useSounds()

  /** The objects that move with some others and are not among them. */
  function below(objects: readonly number[]): string[] {
    const inside = new Set(objects)
    const names: string[] = []
    for (const { id, parent, name } of scene.model.inOrder())
      if (parent !== null && inside.has(parent) && !inside.has(id)) {
        inside.add(id)
        names.push(name)
      }
    return names
  }

  async function deleteObjects(objects: readonly number[]): Promise<void> {
    const names = below(objects)
    let keeps = false
    if (names.length) {
      const isOne = names.length === 1
      const answer = await questions.ask({
        title: isOne ? `Delete ${names[0]} too?` : `Delete ${names.length} more objects?`,
        text: `${isOne ? `${names[0]} moves` : `${names.slice(0, 3).join(', ')}${names.length > 3 ? ` and ${names.length - 3} more` : ''} move`} with what is deleted.`,
        ways: [
          { value: 'all', label: isOne ? 'Delete both' : 'Delete them too' },
          { value: 'keep', label: `Keep ${isOne ? 'it where it is' : 'them where they are'}` },
          { value: 'stop', label: 'Delete nothing' },
        ],
        otherwise: 'stop',
      })
      if (answer === 'stop') return
      keeps = answer === 'keep'
    }
    const kept = await scene.edit({
      edit: 'deleteObjects',
      objects: [...objects],
      keepAt: keeps ? playhead.frame : undefined,
      leaveAt: playhead.frame,
    })
    if (kept) selection.select([])
  }

  return () => {
    if (selection.keyCount) void arranging.onSelected((keys) => ({ edit: 'deleteKeys', keys }))
    else if (selection.clips.size) {
      const placed = [...selection.clips]
      selection.clearClips()
      void scene.edit({ edit: 'deletePlacedClips', placed })
    } else if (selection.sounds.size) sounds.remove()
    else if (selection.objects.size) void deleteObjects([...selection.objects])
  }
}
