import type { Edit } from '../api/http'
import { useScene } from '../scene/sceneStore'
import { useAnswer } from '../shared/answers'

/** What an edit would do to time. */
export function useLookAhead(edit: () => Edit | null) {
  const scene = useScene()
  return useAnswer(
    () => JSON.stringify(edit()),
    () => {
      const wanted = edit()
      return wanted && scene.lookAhead(wanted)
    },
  )
}
