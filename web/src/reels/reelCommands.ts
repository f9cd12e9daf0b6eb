import type { Command } from '../commands/command'
import { hearingCommands } from '../commands/hearingCommands'
import { useComparing, ways, type Way } from './comparing'
import type { ReelPlayer } from './reelPlayer'
import { usePen } from '../marks/pen'
import { useReels } from './reels'
import { useReelSteps } from './reelSteps'

/** What can be done on the page of reels; playing has the keys that it has everywhere. */
export function reelCommands(
  player: ReelPlayer,
  doing: { full: () => void; animate: () => void; shoot: () => void; screen: () => void; note: (way: 1 | -1) => void },
): Command[] {
  const [reels, comparing, pen, steps] = [useReels(), useComparing(), usePen(), useReelSteps()]
  const needsReel = () => (reels.a ? null : 'There is no reel yet: shoot one.')
  const needsTwo = () => (reels.isComparing ? null : 'Take two reels: A to look at, B to compare it with.')
  const playing = (title: string, keys: string[], shown: string, run: () => void): Command => ({
    group: 'Playing',
    title,
    keys,
    shown,
    lacks: needsReel,
    run,
  })
  return [
    playing('Play or stop', ['Space'], 'Space', player.toggle),
    playing('Play backwards, faster each time', ['j'], 'J', () => player.shuttle(-1)),
    playing('Stop', ['k'], 'K', player.rest),
    playing('Play forwards, faster each time', ['l'], 'L', () => player.shuttle(1)),
    playing('Next frame', ['ArrowRight'], '→', () => player.goTo(player.place.value + 1)),
    playing('Frame before', ['ArrowLeft'], '←', () => player.goTo(player.place.value - 1)),
    playing('Ten frames on', ['Shift+ArrowRight'], 'Shift →', () => player.goTo(player.place.value + 10)),
    playing('Ten frames back', ['Shift+ArrowLeft'], 'Shift ←', () => player.goTo(player.place.value - 10)),
    playing('First frame', ['Home'], 'Home', () => player.goTo(0)),
    playing('Last frame', ['End'], 'End', () => player.goTo(Infinity)),
    ...hearingCommands(),
    ...(Object.keys(ways) as Way[]).map((way, i) => ({
      group: 'Comparing',
      title: ways[way].label,
      keys: [`${i + 1}`],
      shown: `${i + 1}`,
      lacks: way === 'one' ? needsReel : needsTwo,
      run: () => void (comparing.way = way),
    })),
    { group: 'Comparing', title: 'Look at B instead, while held', shown: 'B', lacks: needsTwo, run: () => {} },
    { group: 'Comparing', title: 'Change A for B', keys: ['x'], shown: 'X', lacks: needsTwo, run: reels.swap },
    {
      group: 'Comparing',
      title: 'Go to the most different frame',
      keys: ['m'],
      shown: 'M',
      lacks: needsTwo,
      run: () => comparing.most && player.goTo(comparing.most.at),
    },
    {
      group: 'Comparing',
      title: 'Go to the next change',
      keys: ['n'],
      shown: 'N',
      lacks: needsTwo,
      run: () => player.goTo(comparing.nextChange(player.place.value) ?? player.place.value),
    },
    {
      group: 'Notes',
      title: 'Take the pen, or put it away',
      keys: ['p'],
      shown: 'P',
      lacks: needsReel,
      run: () => void (pen.isOn = !pen.isOn),
    },
    {
      group: 'Notes',
      title: 'Next note',
      keys: ['$mod+ArrowRight'],
      shown: 'Ctrl →',
      lacks: needsReel,
      run: () => doing.note(1),
    },
    {
      group: 'Notes',
      title: 'Note before',
      keys: ['$mod+ArrowLeft'],
      shown: 'Ctrl ←',
      lacks: needsReel,
      run: () => doing.note(-1),
    },
    { group: 'Notes', title: 'Undo', keys: ['$mod+z'], shown: 'Ctrl Z', run: steps.undo },
    { group: 'Notes', title: 'Redo', keys: ['$mod+Shift+Z', '$mod+y'], shown: 'Ctrl Shift Z', run: steps.redo },
    { group: 'Reels', title: 'Open the big screen in a window of its own', run: doing.screen },
    { group: 'Reels', title: 'Full screen', keys: ['f'], shown: 'F', lacks: needsReel, run: doing.full },
    { group: 'Reels', title: 'Shoot a reel…', keys: ['Shift+R'], shown: 'Shift R', run: doing.shoot },
    {
      group: 'Reels',
      title: 'Back to animating',
      keys: ['Escape'],
      shown: 'Esc',
      run: () => (pen.isOn ? void (pen.isOn = false) : doing.animate()),
    },
  ]
}
