import { useWarps } from '../flow/warps'
import { useSelection } from '../scene/selection'
import { useScene } from '../scene/sceneStore'

/** What commands work on, and what is said where there is none of it. */
export function useLacking() {
  const scene = useScene()
  const selection = useSelection()
  const warps = useWarps()
  const unless = (isThere: () => unknown, words: string) => () => (isThere() ? null : words)
  return {
    keys: unless(() => selection.keyCount, 'Select some keys on the desk first.'),
    keysOrClips: unless(
      () => selection.clips.size || selection.keyCount,
      'Select some keys or a clip on the desk first.',
    ),
    movable: unless(
      () => selection.clips.size || selection.sounds.size || selection.keyCount,
      'Select some keys, a clip or a sound on the desk first.',
    ),
    keysOrObjects: unless(() => selection.objects.size || selection.keyCount, 'Select an object, or some keys, first.'),
    clips: unless(() => selection.clips.size, 'Select a clip on the desk first.'),
    objects: unless(() => selection.objects.size, 'Select an object first.'),
    anything: unless(
      () => selection.keyCount || selection.clips.size || selection.sounds.size || selection.objects.size,
      'Select keys, a clip, a sound or an object first.',
    ),
    scene: unless(() => scene.model.objects.size, 'There is no object yet; add one first.'),
    warp: unless(() => warps.meant() !== null, 'There is no warp yet; add one first.'),
  }
}
