import { useThrottleFn } from '@vueuse/core'
import { useNotices } from '../scene/notices'

/** The first script of the page that is open: an application that was built anew has another. */
const ownScript = () => document.querySelector<HTMLScriptElement>('script[type=module][src]')?.getAttribute('src')

/**
 * Whether the server has another application by now than the one that is open here, as after an update.
 * @throws {TypeError} the server does not answer.
 */
export async function isRenewed(): Promise<boolean> {
  const own = ownScript()
  const answer = await fetch('/', { cache: 'no-cache' })
  return !!own && answer.ok && !(await answer.text()).includes(own)
}

function tell(): void {
  useNotices().say(
    'Zesty Reel was updated on the server. This page is still the one before.',
    { label: 'Load it anew', run: () => window.location.reload() },
    'renewed',
  )
}

/** Says so if the server has another application than the one that is open. */
export async function tellIfRenewed(): Promise<void> {
  if (await isRenewed().catch(() => false)) tell()
}

/** What is fetched only when it is wanted may not come: the server is away, or has other files by now. Says which. */
export function tellOfMissingParts(): void {
  // As long as such a message stays.
  const told = useThrottleFn(async () => {
    try {
      if (await isRenewed()) tell()
      else useNotices().problem(new Error('A part of the page did not come. Try it again.'))
    } catch {
      useNotices().problem(new Error('The server does not answer. Try it again when it is back.'))
    }
  }, 9000)
  window.addEventListener('vite:preloadError', () => void told())
}
