import { useLayers } from '../layers/layers'
import type { CurveName } from '../scene/owners'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'

/** The curves that a command means: those of the selected keys; with no keys selected, those of the selected objects that have some where keys go now. */
export function useMeantCurves(): () => CurveName[] {
  const scene = useScene()
  const selection = useSelection()
  const layers = useLayers()
  return () =>
    selection.keyCount
      ? selection.keySets().map(({ object, channel }) => ({ object, channel }))
      : [...selection.objects].flatMap((object) =>
          [...(scene.model.holder(object)?.channels ?? [])]
            .filter(([channel, { keys }]) => keys.count > 0 && channel === layers.nameOf(object, channel))
            .map(([channel]) => ({ object, channel })),
        )
}
