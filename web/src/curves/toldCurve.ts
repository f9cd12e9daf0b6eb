import type { CurveMessage } from '../api/messages'
import { specOf } from '../scene/catalogue'
import { ownerKey } from '../scene/owners'
import { useScene } from '../scene/sceneStore'
import { numberStyle } from '../values/channelState'

const short = (value: number) => String(Number(value.toPrecision(3)))

/** Where, and by how much, an edit would make curves differ most, in words; empty where nothing differs. */
export function useToldCurve() {
  const scene = useScene()
  return ({ difference, frame, owner, id, channel }: CurveMessage): { off: string; where: string } | null => {
    if (channel === null) return null
    const holder = scene.model.holder(ownerKey(owner, id))
    const spec = holder && specOf(holder, channel)
    const of = owner === 'object' && spec ? `${holder?.name} ${spec.fullName}` : (holder?.name ?? channel)
    return {
      off: `${short(difference)}${spec ? numberStyle(spec).unit : ''}`,
      where: `at frame ${Number(frame.toFixed(2))} of ${of}`,
    }
  }
}
