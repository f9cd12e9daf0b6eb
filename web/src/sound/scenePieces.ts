import { useScene } from '../scene/sceneStore'
import { piecesOfScene, SoundPieces } from './soundPieces'

/** What is heard of the open scene as it is now. @param come Told when some of it is here. */
export function useScenePieces(come: () => void) {
  const scene = useScene()
  let pieces: SoundPieces | null = null
  let piecesOf = ''

  function letGo(): void {
    pieces?.letGo()
    pieces = null
  }
  function of(context: AudioContext): SoundPieces {
    const now = `${scene.id} ${scene.revision} ${scene.loads}`
    if (!pieces || piecesOf !== now) {
      pieces?.letGo()
      pieces = new SoundPieces(piecesOfScene(scene.id!, context), come)
      piecesOf = now
    }
    return pieces
  }
  return { of, letGo }
}
