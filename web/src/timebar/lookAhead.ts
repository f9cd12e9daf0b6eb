import type { Edit } from '../api/http'
import { useScene } from '../scene/sceneStore'
import { useAnswer } from '../shared/answers'

/** What an edit would do to time, as the scene is now. */
export function useLookAhead(edit: () => Edit | null) {
  const scene = useScene()
  return useAnswer(
    () => `${scene.revision} ${JSON.stringify(edit())}`,
    () => {
      const wanted = edit()
      return wanted && scene.lookAhead(wanted)
    },
  )
}
