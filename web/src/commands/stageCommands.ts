import { useSelection, type Tool } from '../scene/selection'
import { facingNames, shadingNames, useViews, type Facing, type Shading } from '../stage/views'
import type { Command } from './command'

const tools: [Tool, string][] = [
  ['select', 'Select'],
  ['move', 'Move'],
  ['rotate', 'Rotate'],
  ['scale', 'Scale'],
]

export function stageCommands(): Command[] {
  const selection = useSelection()
  const views = useViews()
  return [
    ...tools.map(([tool, title], i) => ({
      group: 'Stage',
      title: `${title} tool`,
      keys: [`${i + 1}`],
      shown: `${i + 1}`,
      run: () => (selection.tool = tool),
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
  ]
}
