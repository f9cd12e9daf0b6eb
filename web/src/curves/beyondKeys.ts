import type { Extrapolation } from '../api/http'
import { useScene } from '../scene/sceneStore'
import { useMeantCurves } from './meantCurves'

/** What channels do beyond their keys. */
const names: Record<Extrapolation, string> = {
  hold: 'hold',
  straight: 'straight on',
  repeat: 'repeat',
  repeatOffset: 'repeat with offset',
  mirror: 'mirror',
}
export const beyondKinds = Object.entries(names) as [Extrapolation, string][]

export type Side = 'before' | 'after'

/** What the curves that are meant do before their first key and after their last. */
export function useBeyondKeys() {
  const scene = useScene()
  const channels = useMeantCurves()
  const give = (side: Side, how: Extrapolation) =>
    void scene.edit({ edit: 'setExtrapolation', channels: channels(), [side]: how })
  return { channels, give }
}
