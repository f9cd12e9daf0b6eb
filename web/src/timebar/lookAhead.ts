import { ref, shallowRef, watch } from 'vue'
import type { Edit } from '../api/http'
import type { TimeMessage } from '../api/live'
import { useScene } from '../scene/sceneStore'

/** What an edit would do, asked for again whenever the edit becomes another one. */
export function useLookAhead(edit: () => Edit | null) {
  const scene = useScene()
  const told = shallowRef<TimeMessage | null>(null)
  const wrong = ref('')
  let asked = 0

  watch(
    () => JSON.stringify(edit()),
    async () => {
      const mine = ++asked
      const wanted = edit()
      const answer = wanted ? await scene.lookAhead(wanted).catch((no: Error) => no) : null
      if (mine !== asked) return
      told.value = answer instanceof Error ? null : answer
      wrong.value = answer instanceof Error ? answer.message : ''
    },
    { immediate: true },
  )

  return { told, wrong }
}
