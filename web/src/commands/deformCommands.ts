import { canBend, deformerKinds, deformerWords, useDeforming } from '../deform/deforming'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import type { Command } from './command'

/** Bending shapes and letting them fade. */
export function deformCommands(): Command[] {
  const scene = useScene()
  const selection = useSelection()
  const deforming = useDeforming()
  const bendable = () => [...selection.objects].filter((id) => canBend(scene.model.objects.get(id)!))
  const lacksShape = () => (bendable().length ? null : 'Select a shape or a group first.')
  const lacksDeformer = () =>
    deforming.active ? null : 'Select something that is bent, and open one of its deformers.'
  const active = (act: (object: number, deformer: string) => unknown) => () => {
    if (deforming.object && deforming.active) void act(deforming.object.id, deforming.active.name)
  }

  return [
    ...deformerKinds.map((kind) => ({
      group: 'Objects' as const,
      title: `Deform: ${kind}, ${deformerWords[kind]}`,
      lacks: lacksShape,
      run: () => void deforming.add(kind),
    })),
    {
      group: 'Objects',
      title: 'Fit the deformer to the shape',
      lacks: lacksDeformer,
      run: active(deforming.fit),
    },
    {
      group: 'Objects',
      title: 'Duplicate the deformer',
      lacks: lacksDeformer,
      run: active(deforming.duplicate),
    },
    {
      group: 'Objects',
      title: 'Copy the deformer to the other selected objects',
      lacks: () => lacksDeformer() ?? (deforming.others().length ? null : 'Select more shapes or groups as well.'),
      run: active(deforming.copy),
    },
    {
      group: 'Objects',
      title: 'Delete the deformer',
      lacks: lacksDeformer,
      run: active(deforming.remove),
    },
    {
      group: 'Objects',
      title: 'Cut finely for what bends it',
      lacks: lacksShape,
      run: () => void scene.edit({ edit: 'cutFinely', objects: bendable() }),
    },
    {
      group: 'Objects',
      title: 'Fade along a direction, or no more',
      lacks: lacksShape,
      run: () => void deforming.fade(!deforming.object?.fade),
    },
  ]
}
