import type { ObjectKind } from '../api/http'
import { addObject, kindNames } from '../desk/addObject'
import { useTimeView } from '../desk/timeView'
import { useChoice, type Tool } from '../scene/choice'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import { facingNames, shadingNames, useViews, type Facing, type Shading } from '../stage/views'
import { toggleScheme } from '../styles/scheme'
import { goToNeighbourKey } from '../timebar/neighbourKeys'
import { usePlayhead } from '../timebar/playhead'
import { keyAllTransforms, keyChosen } from '../values/keying'
import { usePending } from '../values/pending'
import { useFinder } from './finder'

export interface Command {
  title: string
  group: string
  /** As tinykeys reads them. */
  keys?: string[]
  /** As people read them. */
  shown?: string
  run: () => void
}

/** Everything that can be done in the workspace, once; the finder, the shortcuts and their list all come from here. */
export function workspaceCommands(): Command[] {
  const scene = useScene()
  const choice = useChoice()
  const playhead = usePlayhead()
  const pending = usePending()
  const views = useViews()
  const view = useTimeView()
  const finder = useFinder()
  const step = (frames: number) => {
    playhead.stop()
    playhead.goTo(playhead.frame + frames)
  }

  const tools: [Tool, string][] = [
    ['pick', 'Pick'],
    ['move', 'Move'],
    ['turn', 'Turn'],
    ['size', 'Size'],
  ]
  return [
    { group: 'Time', title: 'Play or stop', keys: ['Space'], shown: 'Space', run: playhead.toggle },
    { group: 'Time', title: 'Play forwards; again, faster', keys: ['l'], shown: 'L', run: () => playhead.shuttle(1) },
    { group: 'Time', title: 'Play backwards; again, faster', keys: ['j'], shown: 'J', run: () => playhead.shuttle(-1) },
    { group: 'Time', title: 'Stop, and play at true speed next', keys: ['k'], shown: 'K', run: playhead.rest },
    {
      group: 'Time',
      title: 'Play the choice only, or everything',
      run: () => (playhead.onlyChoice = !playhead.onlyChoice),
    },
    {
      group: 'Time',
      title: 'Work range starts here',
      run: () => setWork(playhead.frame, Math.max(playhead.frame, scene.settings.work[1])),
    },
    {
      group: 'Time',
      title: 'Work range ends here',
      run: () => setWork(Math.min(playhead.frame, scene.settings.work[0]), playhead.frame),
    },
    { group: 'Time', title: 'Work range is the whole scene', run: () => setWork(...scene.settings.range) },
    { group: 'Time', title: 'Work range is where the chosen keys are', run: workOfKeys },
    { group: 'Time', title: 'One frame back', keys: ['ArrowLeft'], shown: '←', run: () => step(-1) },
    { group: 'Time', title: 'One frame on', keys: ['ArrowRight'], shown: '→', run: () => step(1) },
    {
      group: 'Time',
      title: 'To the key before',
      keys: ['Alt+ArrowLeft'],
      shown: 'Alt ←',
      run: () => goToNeighbourKey(-1),
    },
    {
      group: 'Time',
      title: 'To the next key',
      keys: ['Alt+ArrowRight'],
      shown: 'Alt →',
      run: () => goToNeighbourKey(1),
    },
    {
      group: 'Time',
      title: 'To the first frame of the work range',
      keys: ['Home'],
      shown: 'Home',
      run: () => playhead.goTo(scene.settings.work[0]),
    },
    {
      group: 'Time',
      title: 'To the last frame of the work range',
      keys: ['End'],
      shown: 'End',
      run: () => playhead.goTo(scene.settings.work[1]),
    },
    { group: 'Keys', title: 'Key what is chosen', keys: ['n'], shown: 'N', run: () => keyChosen() },
    { group: 'Keys', title: 'Key all transforms', keys: ['Shift+N'], shown: 'Shift N', run: keyAllTransforms },
    {
      group: 'Keys',
      title: 'Delete the chosen keys, or the chosen objects',
      keys: ['Delete', 'Backspace'],
      shown: 'Delete',
      run: deleteChosen,
    },
    { group: 'Keys', title: 'Let go of values that are not keyed', run: pending.clear },
    { group: 'Objects', title: 'Duplicate the chosen objects', run: () => void duplicate() },
    {
      group: 'Objects',
      title: 'Choose all objects',
      keys: ['$mod+a'],
      shown: 'Ctrl A',
      run: () => choice.choose(scene.model.objects.keys()),
    },
    { group: 'Objects', title: 'Choose nothing', keys: ['Escape'], shown: 'Esc', run: chooseNothing },
    ...(Object.keys(kindNames) as ObjectKind[]).map((kind) => ({
      group: 'Objects',
      title: `Add a ${kindNames[kind].toLowerCase()}`,
      run: () => void addObject(kind),
    })),
    ...tools.map(([tool, title], i) => ({
      group: 'Stage',
      title: `${title} tool`,
      keys: [`${i + 1}`],
      shown: `${i + 1}`,
      run: () => (choice.tool = tool),
    })),
    { group: 'Stage', title: 'Frame the choice', keys: ['f'], shown: 'F', run: views.askFrame },
    {
      group: 'Stage',
      title: 'Show or hide helpers in this view',
      run: () => (views.active.helpers = !views.active.helpers),
    },
    ...(Object.keys(facingNames) as Facing[]).map((facing) => ({
      group: 'Stage',
      title: facing === 'free' ? 'Look from anywhere: free view' : `Look from the ${facing}`,
      run: () => (views.active.look = facing),
    })),
    ...(Object.keys(shadingNames) as Shading[]).map((shading) => ({
      group: 'Stage',
      title: `Draw this view ${shadingNames[shading].toLowerCase()}`,
      run: () => (views.active.shading = shading),
    })),
    ...([1, 2, 4] as const).map((count) => ({
      group: 'Stage',
      title: { 1: 'One view', 2: 'Two views', 4: 'Four views' }[count],
      run: () => views.setCount(count),
    })),
    {
      group: 'Stage',
      title: 'Playing updates all views, or the one worked in',
      run: () => (views.updates = views.updates === 'all' ? 'active' : 'all'),
    },
    { group: 'Desk', title: 'Show all frames', run: view.showAll },
    { group: 'Desk', title: 'Show the work range', run: view.showWork },
    { group: 'Desk', title: 'Show the chosen keys', run: showKeys },
    { group: 'Scene', title: 'Undo', keys: ['$mod+z'], shown: 'Ctrl Z', run: () => void scene.undo() },
    {
      group: 'Scene',
      title: 'Redo',
      keys: ['$mod+Shift+Z', '$mod+y'],
      shown: 'Ctrl Shift Z',
      run: () => void scene.redo(),
    },
    { group: 'Scene', title: 'Light or dark scheme', run: toggleScheme },
    { group: 'Help', title: 'Find a command', keys: ['$mod+k'], shown: 'Ctrl K', run: () => (finder.finding = true) },
    { group: 'Help', title: 'List the shortcuts', keys: ['Shift+?'], shown: '?', run: () => (finder.listing = true) },
  ]

  function deleteChosen(): void {
    const keys = choice.keyRefs()
    if (keys.length) {
      choice.clearKeys()
      void scene.edit({ edit: 'deleteKeys', keys })
    } else if (choice.objects.size) {
      const objects = [...choice.objects]
      choice.choose([])
      void scene.edit({ edit: 'deleteObjects', objects })
    }
  }

  async function duplicate(): Promise<void> {
    if (choice.objects.size === 0) return
    const kept = await scene.edit({ edit: 'duplicateObjects', objects: [...choice.objects] })
    if (kept) choice.choose(kept.added.slice(0, choice.objects.size))
  }

  function setWork(first: number, last: number): void {
    void scene.edit({ edit: 'setRanges', work: { first, last } })
  }

  /** The frames that the chosen keys span. */
  function framesOfKeys(): [number, number] | null {
    const frames = choice.keyRefs().map((key) => key.time / scene.settings.ticksPerFrame)
    if (frames.length === 0) {
      useNotices().say('Choose some keys on the desk first.')
      return null
    }
    const [first, last] = frames.reduce(
      ([low, high], frame) => [Math.min(low, frame), Math.max(high, frame)],
      [Infinity, -Infinity],
    )
    return [Math.round(first), Math.round(last)]
  }

  function workOfKeys(): void {
    const span = framesOfKeys()
    const [start, end] = scene.settings.range
    if (span) setWork(Math.max(start, Math.min(span[0], end)), Math.min(end, Math.max(span[1], start)))
  }

  function showKeys(): void {
    const span = framesOfKeys()
    if (span) view.show(span[0] - 2, span[1] + 2)
  }

  function chooseNothing(): void {
    choice.clearKeys()
    choice.choose([])
  }
}
