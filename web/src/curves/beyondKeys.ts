import type { Extrapolation } from '../api/http'
import { useLayers } from '../layers/layers'
import type { CurveName } from '../scene/owners'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'

/** What channels do beyond their keys. */
export const beyondNames: Record<Extrapolation, string> = {
  hold: 'hold',
  straight: 'straight on',
  repeat: 'repeat',
  repeatOffset: 'repeat with offset',
  mirror: 'mirror',
}
export const beyondKinds = Object.entries(beyondNames) as [Extrapolation, string][]

export type Side = 'before' | 'after'

/** What the channels of the selected keys do before their first key and after their last; with no keys selected, those of the selected objects that have some where keys go now. */
export function useBeyondKeys() {
  const scene = useScene()
  const selection = useSelection()
  const layers = useLayers()

  function channels(): CurveName[] {
    if (selection.keyCount) return selection.keySets().map(({ object, channel }) => ({ object, channel }))
    return [...selection.objects].flatMap((object) =>
      [...(scene.model.holder(object)?.channels ?? [])]
        .filter(([channel, { keys }]) => keys.count > 0 && channel === layers.nameOf(object, channel))
        .map(([channel]) => ({ object, channel })),
    )
  }
  const give = (side: Side, how: Extrapolation) =>
    void scene.edit({ edit: 'setExtrapolation', channels: channels(), [side]: how })

  return { channels, give }
}
