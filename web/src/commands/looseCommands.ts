import { looseKinds, looseWords, useLoose } from '../loose/loose'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import { usePlayhead } from '../timebar/playhead'
import type { Command } from './command'

/** Motion that nobody keyed. */
export function looseCommands(): Command[] {
  const scene = useScene()
  const selection = useSelection()
  const playhead = usePlayhead()
  const loose = useLoose()
  const chosen = () => [...selection.objects].flatMap((id) => scene.model.objects.get(id) ?? [])
  const falling = () => chosen().flatMap(({ id, bounce }) => (bounce ? [id] : []))

  return [
    ...looseKinds.map((kind) => ({
      group: 'Objects' as const,
      title: `${looseWords[kind].group}: switch it on or off`,
      lacks: () => (selection.objects.size ? null : 'Select an object first.'),
      run: () => void loose.toggle([...selection.objects], kind),
    })),
    {
      group: 'Objects',
      title: 'Let it fall from this frame on',
      lacks: () => (falling().length ? null : 'Select something that bounces first.'),
      run: () => void loose.letFall(falling(), playhead.frame),
    },
  ]
}
