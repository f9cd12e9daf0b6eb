import type { TimeTarget } from '../api/http'
import type { CueMessage } from '../api/messages'
import { useDesk } from '../desk/deskStore'
import { useNotices } from '../scene/notices'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import { useCueDialogs } from './cueDialogs'

/** Adding cues, and what is done to one of them. */
export function useCues() {
  const scene = useScene()
  const selection = useSelection()
  const desk = useDesk()
  const dialogs = useCueDialogs()

  /** Whether an object has motion of its own that a cue can start. */
  const moves = (object: SceneObject) =>
    scene.model.animated(object).length > 0 || scene.model.placedOn(object.id).length > 0

  /** What is selected with all below it that has motion of its own; or the channels of the selected keys. */
  function toStart(): TimeTarget[] {
    const order = scene.model.inOrder()
    const found = new Set<number>()
    for (const [place, object] of order.entries()) {
      if (!selection.objects.has(object.id)) continue
      found.add(object.id)
      const depth = scene.model.depth(object)
      for (let i = place + 1; i < order.length && scene.model.depth(order[i]!) > depth; i++)
        if (moves(order[i]!)) found.add(order[i]!.id)
    }
    if (found.size) return [...found].map((object) => ({ object }))
    return selection
      .keySets()
      .flatMap(({ object, channel }) => (typeof object === 'number' ? [{ object, channel }] : []))
  }

  function add(): void {
    const starts = toStart()
    if (starts.length) dialogs.ask({ kind: 'add', starts })
    else useNotices().say('Select what is to be started first.')
  }

  /** The cues that start an object or some channel of it. */
  const starting = (object: number): CueMessage[] =>
    [...scene.model.cues.values()].filter(({ starts }) => starts.some((target) => target.object === object))

  /** The cues that wait for an object to do something. */
  const watching = (object: number): CueMessage[] =>
    [...scene.model.cues.values()].filter(({ when }) => when.object === object || when.other === object)

  const toggle = ({ id, on }: CueMessage) => scene.edit({ edit: 'setCue', cue: id, on: !on })
  const bake = ({ id }: CueMessage) => scene.edit({ edit: 'bakeCue', cue: id })
  const remove = ({ id }: CueMessage) => scene.edit({ edit: 'deleteCue', cue: id })

  /** A cue is there: where keys stand is not where they are seen, so they are shown where they are seen. */
  const showPlayed = () => void (desk.played = true)

  return { moves, toStart, add, starting, watching, toggle, bake, remove, showPlayed }
}
