import { ref } from 'vue'
import { useWarps } from '../flow/warps'
import { useLayers } from '../layers/layers'
import { placedOf, soundOf } from '../scene/owners'
import { useQuestions } from '../scene/questions'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import { useCancelOnEscape } from '../shared/cancelling'
import { useLift } from '../shared/lift'
import { useDesk } from './deskStore'
import { curveHeight, objectOf, type Lane } from './lanes'

/** A click on a lane's name selects what the lane is of. */
export function useHeadClicks(lane: () => Lane) {
  const desk = useDesk()
  const selection = useSelection()
  const layers = useLayers()

  function select(event: MouseEvent): void {
    const owner = lane().object
    const clip = owner && placedOf(owner.id)
    const object = objectOf(lane())
    const sound = owner && soundOf(owner.id)
    if (sound !== null) selection.selectSounds([sound], event.ctrlKey ? 'toggle' : 'only')
    else if (clip !== null) selection.selectClips([clip])
    else if (object && event.shiftKey) selectTo(object.id)
    else if (object) selection.select([object.id], event.ctrlKey)
    // Whoever takes a layer's lane means to work in it.
    if (lane().kind === 'layer') layers.activate(lane().layer!.id)
  }

  /** All lanes from the one selected last to this one. */
  function selectTo(object: number): void {
    const ids = desk.objects
    const [from, to] = [ids.indexOf(selection.first ?? object), ids.indexOf(object)]
    if (from < 0) return selection.select([object])
    const between = ids.slice(Math.min(from, to), Math.max(from, to) + 1)
    // The one that it began with stays the first, so that the next range begins there too.
    selection.select(from < to ? between.reverse() : between)
  }

  return { select }
}

/** A lane's name that is dragged takes its object to another place among those with the same parent, or puts it under a warp. */
export function useHeadLift(lane: () => Lane) {
  const scene = useScene()
  const desk = useDesk()
  const warps = useWarps()
  const questions = useQuestions()
  const { shift, grab: lift, pull, drop: letGo, giveUp } = useLift()
  const grab = (event: PointerEvent) => void (lane().kind === 'object' && lift(event))

  /** A warp over the whole scene would cover less than before: that is asked. */
  async function coverBy(id: number, { id: object, name }: SceneObject): Promise<void> {
    const warp = scene.model.warps.get(id)
    if (!warp) return
    if (warp.targets === null) {
      const answer = await questions.ask({
        title: `Let ${warp.name} cover only ${name}?`,
        text: `${warp.name} covers the whole scene, ${name} with it.`,
        ways: [
          { value: 'all', label: 'Leave it as it is' },
          { value: 'only', label: `Cover only ${name}` },
        ],
        otherwise: 'all',
      })
      if (answer !== 'only') return
    }
    await warps.cover(id, [{ object }])
  }

  function drop(event: PointerEvent): void {
    const moved = letGo()
    if (moved === 0) return
    const own = objectOf(lane())!
    const middle = lane().top + lane().height / 2 + moved
    const onto = document.elementsFromPoint(event.clientX, event.clientY).find((each) => each.hasAttribute('data-warp'))
    if (onto) {
      void coverBy(Number(onto.getAttribute('data-warp')), own)
      return
    }
    const others = desk.lanes.filter(
      (each) => each.kind === 'object' && each.object !== own && objectOf(each)!.parent === own.parent,
    )
    const next = others.find((each) => each.top + each.height / 2 > middle)
    void scene.edit({ edit: 'reorderObjects', objects: [own.id], before: next ? objectOf(next)!.id : undefined })
  }

  useCancelOnEscape(() => shift.value !== 0, giveUp)
  return { shift, grab, pull, drop, giveUp }
}

/** A lane whose lower edge is pulled down is its curve. */
export function useHeadEdge(lane: () => Lane) {
  const desk = useDesk()
  const from = ref<{ y: number; height: number } | null>(null)

  const canPull = (): boolean =>
    lane().kind === 'sound' || (lane().channels.length > 0 && !['scene', 'curves'].includes(lane().kind))

  function start(event: PointerEvent): void {
    if (event.button !== 0) return
    from.value = { y: event.clientY, height: lane().height }
    ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
  }

  function pull(event: PointerEvent): void {
    if (from.value) desk.pull(lane().id, from.value.height + event.clientY - from.value.y)
  }

  const end = () => (from.value = null)

  useCancelOnEscape(
    () => from.value !== null,
    () => {
      // A slim lane is pulled to nothing, so that it is slim again.
      desk.pull(lane().id, from.value!.height >= curveHeight ? from.value!.height : 0)
      end()
    },
  )
  return { canPull, start, pull, end }
}
