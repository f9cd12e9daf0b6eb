import { useLocalStorage } from '@vueuse/core'

/** Works on plain HTTP too, where the browser offers no UUIDs. */
export const newMark = () =>
  [...crypto.getRandomValues(new Uint8Array(12))].map((byte) => byte.toString(16).padStart(2, '0')).join('')

const author = useLocalStorage('zesty-author', newMark())
const name = useLocalStorage('zesty-name', '')
const asked = useLocalStorage('zesty-name-asked', false)
const window = newMark()

/** Who is at this tab: the same in all windows of this browser, but for the window. */
export const usePerson = () => ({
  author,
  /** As they call themselves; empty where they have not said. */
  name,
  /** Whether they have been asked. */
  asked,
  window,
})
