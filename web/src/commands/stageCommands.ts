import { useSelection, type Tool } from '../scene/selection'
import { facingNames, shadingNames, useViews, type Facing, type Shading } from '../stage/views'
import { useShowWhere } from '../stage/showWhere'
import { useShooting } from '../reels/shooting'
import { useScene } from '../scene/sceneStore'
import { openScreen } from '../screens/openScreen'
import { switching, type Command } from './command'
import { useLacking } from './lacking'

const tools: [Tool, string][] = [
  ['select', 'Select'],
  ['move', 'Move'],
  ['rotate', 'Rotate'],
  ['scale', 'Scale'],
]

export function stageCommands(): Command[] {
  const selection = useSelection()
  const views = useViews()
  const showWhere = useShowWhere()
  const lacking = useLacking()
  const shooting = useShooting()
  const scene = useScene()
  return [
    ...tools.map(([tool, title], i) => ({
      group: 'Stage',
      title: `${title} tool`,
      keys: [`${i + 1}`],
      shown: `${i + 1}`,
      run: () => void (selection.tool = tool),
    })),
    { group: 'Stage', title: 'Show me where it is', lacks: lacking.objects, run: showWhere.show },
    {
      group: 'Stage',
      title: 'Shoot a reel…',
      keys: ['Shift+R'],
      shown: 'Shift R',
      lacks: () => (shooting.isBusy ? 'A reel is being shot; wait until it is done, or cancel it.' : null),
      run: () => void (shooting.asking = true),
    },
    {
      group: 'Stage',
      title: 'Open the big screen in a window of its own',
      run: () => void (scene.id !== null && openScreen(scene.id)),
    },
    { group: 'Stage', title: 'Frame what is selected, or everything', keys: ['f'], shown: 'F', run: views.askFrame },
    {
      group: 'Stage',
      title: 'Shadows on the stage, or none',
      ...switching(
        () => (views.shadows = !views.shadows),
        'The sun throws shadows.',
        'There are no shadows on the stage.',
      ),
    },
    {
      group: 'Stage',
      title: "Fold the stage's tools away, or show them",
      run: () => void (views.folded = !views.folded),
    },
    {
      group: 'Stage',
      title: 'Show or hide helpers in this view',
      ...switching(() => (views.active.helpers = !views.active.helpers), 'Helpers are shown.', 'Helpers are hidden.'),
    },
    ...(Object.keys(facingNames) as Facing[]).map((facing) => ({
      group: 'Stage',
      title: facing === 'free' ? 'Look from anywhere: free view' : `Look from the ${facing}`,
      run: () => void (views.active.look = facing),
    })),
    {
      group: 'Stage',
      title: 'The view moves the camera that it looks through, or not',
      ...switching(
        () => (views.movesCamera = !views.movesCamera),
        'Dragging in a view through a camera moves the camera.',
        'Dragging in a view through a camera leaves the camera alone.',
      ),
    },
    ...(Object.keys(shadingNames) as Shading[]).map((shading) => ({
      group: 'Stage',
      title: `Draw this view ${shadingNames[shading].toLowerCase()}`,
      run: () => void (views.active.shading = shading),
    })),
    ...([1, 2, 4] as const).map((count) => ({
      group: 'Stage',
      title: { 1: 'One view', 2: 'Two views', 4: 'Four views' }[count],
      run: () => views.setCount(count),
    })),
    {
      group: 'Stage',
      title: 'Playing updates all views, or the one worked in',
      ...switching(
        () => (views.updates = views.updates === 'all' ? 'active' : 'all') === 'all',
        'Playing updates all views.',
        'Playing updates the view that is worked in.',
      ),
    },
  ]
}
