import { useSelectedFrames } from '../desk/selectedFrames'
import { useScene } from '../scene/sceneStore'
import { useBookmarks } from '../timebar/bookmarks'
import { goToNeighbourKey } from '../timebar/neighbourKeys'
import { speeds, usePlayhead } from '../timebar/playhead'
import { endings, paces, spans } from '../timebar/playWays'
import { useTimeDialogs } from '../timebar/timeDialogs'
import { switching, type Command } from './command'
import { useLacking } from './lacking'

/** Playing, going to frames, ranges, and changes of time itself. */
export function timeCommands(): Command[] {
  const scene = useScene()
  const playhead = usePlayhead()
  const dialogs = useTimeDialogs()
  const bookmarks = useBookmarks()
  const selectedFrames = useSelectedFrames()
  const lacking = useLacking()

  function step(frames: number): void {
    playhead.stop()
    playhead.goTo(playhead.frame + frames)
  }

  const setWork = (first: number, last: number) => void scene.edit({ edit: 'setRanges', work: { first, last } })

  function workOfKeys(): void {
    const span = selectedFrames(true)
    const [start, end] = scene.settings.range
    if (span) setWork(Math.max(start, Math.min(span[0], end)), Math.min(end, Math.max(span[1], start)))
  }

  const commands: Omit<Command, 'group'>[] = [
    { title: 'Play or stop', keys: ['Space'], shown: 'Space', run: playhead.toggle },
    { title: 'Play forwards; again, faster', keys: ['l'], shown: 'L', run: () => playhead.shuttle(1) },
    { title: 'Play backwards; again, faster', keys: ['j'], shown: 'J', run: () => playhead.shuttle(-1) },
    { title: 'Stop, and play at true speed next', keys: ['k'], shown: 'K', run: playhead.rest },
    {
      title: 'Play the selection only, or everything',
      ...switching(
        () => (playhead.onlySelection = !playhead.onlySelection),
        'Only what is selected plays.',
        'Everything plays.',
      ),
    },
    ...endings.map(({ ending, label, hint }) => ({
      title: `Play: ${label.toLowerCase()}, ${hint}`,
      run: () => void (playhead.ending = ending),
    })),
    ...spans.map(({ span, label }) => ({
      title: `Play: ${label.toLowerCase()}`,
      run: () => void (playhead.span = span),
    })),
    ...paces.map(({ pace, label, hint }) => ({
      title: `Play: ${label.toLowerCase()}, ${hint}`,
      run: () => void (playhead.pace = pace),
    })),
    ...speeds.map((speed) => ({ title: `Play at ${speed}×`, run: () => playhead.setSpeed(speed) })),
    { title: 'One frame back', keys: ['ArrowLeft'], shown: '←', run: () => step(-1) },
    { title: 'One frame on', keys: ['ArrowRight'], shown: '→', run: () => step(1) },
    { title: 'To the key before', keys: ['Alt+ArrowLeft'], shown: 'Alt ←', run: () => goToNeighbourKey(-1) },
    { title: 'To the next key', keys: ['Alt+ArrowRight'], shown: 'Alt →', run: () => goToNeighbourKey(1) },
    {
      title: 'To the first frame of the work range',
      keys: ['Home'],
      shown: 'Home',
      run: () => playhead.goTo(scene.settings.work[0]),
    },
    {
      title: 'To the last frame of the work range',
      keys: ['End'],
      shown: 'End',
      run: () => playhead.goTo(scene.settings.work[1]),
    },
    {
      title: 'Bookmark this frame',
      keys: ['b'],
      shown: 'B',
      run: () => dialogs.ask({ kind: 'bookmark', bookmark: null }),
    },
    { title: 'Start of the timecode…', run: () => dialogs.ask({ kind: 'start' }) },
    { title: 'All motion later…', run: () => dialogs.ask({ kind: 'delay' }) },
    { title: 'To the bookmark before', keys: ['Shift+ArrowLeft'], shown: 'Shift ←', run: () => bookmarks.go(-1) },
    { title: 'To the next bookmark', keys: ['Shift+ArrowRight'], shown: 'Shift →', run: () => bookmarks.go(1) },
    {
      title: 'Work range starts here',
      run: () => setWork(playhead.frame, Math.max(playhead.frame, scene.settings.work[1])),
    },
    {
      title: 'Work range ends here',
      run: () => setWork(Math.min(playhead.frame, scene.settings.work[0]), playhead.frame),
    },
    { title: 'Work range is the whole scene', run: () => setWork(...scene.settings.range) },
    { title: 'Work range is where the selected keys are', lacks: lacking.keys, run: workOfKeys },
    { title: 'Stretch time…', run: () => dialogs.ask({ kind: 'stretch' }) },
    { title: 'Insert frames…', run: () => dialogs.ask({ kind: 'gap', way: 'insert' }) },
    { title: 'Remove frames…', run: () => dialogs.ask({ kind: 'gap', way: 'remove' }) },
    { title: 'Change the rate…', run: () => dialogs.ask({ kind: 'rate', rate: scene.settings.rate }) },
  ]
  return commands.map((command) => ({ group: 'Time', ...command }))
}
