import { useLayerActs } from '../layers/layerActs'
import { useLayerDialogs } from '../layers/layerDialogs'
import { useLayers } from '../layers/layers'
import type { Command } from './command'

/** Layers: motion over the keys, which stay as they are. */
export function layerCommands(): Command[] {
  const layers = useLayers()
  const acts = useLayerActs()
  const dialogs = useLayerDialogs()
  const needsActive = () => (layers.active ? null : 'Keys go to the base; choose a layer first.')
  const needsSome = () => (layers.downwards.length ? null : 'There is no layer yet; add one first.')
  const says = () => `Keys go to ${layers.name}.`
  const commands: Omit<Command, 'group'>[] = [
    { title: 'Add a layer', keys: ['Shift+L'], shown: 'Shift L', run: () => void acts.add() },
    {
      title: 'Set keys in the layer above',
      keys: ['PageUp'],
      shown: 'Page up',
      lacks: needsSome,
      run: () => layers.step(true),
      says,
    },
    {
      title: 'Set keys in the layer below',
      keys: ['PageDown'],
      shown: 'Page down',
      lacks: needsSome,
      run: () => layers.step(false),
      says,
    },
    {
      title: 'See the motion without the active layer, while the key is held',
      shown: 'M',
      lacks: needsActive,
      run: () => {},
      says: () => `Hold M to see the motion without ${layers.name}.`,
    },
    {
      title: 'Switch the active layer on or off',
      lacks: needsActive,
      run: () => acts.set(layers.active!, { on: !layers.active!.on }),
    },
    { title: 'Duplicate the active layer', lacks: needsActive, run: () => void acts.duplicate(layers.active!) },
    {
      title: 'Split the selected objects off the active layer',
      lacks: needsActive,
      run: () => acts.split(layers.active!),
    },
    {
      title: 'Select the objects with keys in the active layer',
      lacks: needsActive,
      run: () => acts.select(layers.active!),
    },
    {
      title: 'Merge the active layer down…',
      lacks: needsActive,
      run: () => dialogs.ask({ kind: 'down', layer: layers.active!.id }),
    },
    { title: 'Merge all layers…', lacks: needsSome, run: () => dialogs.ask({ kind: 'all' }) },
    { title: 'Extract the selected keys into a layer…', lacks: acts.lacksKeys, run: acts.extract },
    {
      title: 'Extract the work range of the selected objects into a layer…',
      lacks: acts.lacksMotion,
      run: acts.extractRange,
    },
  ]
  return commands.map((command) => ({ group: 'Layers', ...command }))
}
