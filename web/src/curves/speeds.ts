import type { OwnerKey } from '../scene/owners'
import { useStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { watch } from 'vue'
import { objectChannels, type Lane } from '../desk/lanes'
import { speedOf, speedThrough } from '../scene/samples'
import { useScene } from '../scene/sceneStore'
import { colours } from '../styles/scheme'
import { curveNames, inksOf, objectColour } from './channelColours'
import { useCurveViews } from './curveViews'
import type { SpeedLine } from './speedDraw'

/** Speeds under the values of tall lanes: that of each object through space, and that of each channel of its own. */
export const useSpeeds = defineStore('speeds', () => {
  const scene = useScene()
  const views = useCurveViews()
  const on = useStorage('zesty-speeds', false)
  let watched = ''

  watch(
    () => scene.loads,
    () => (watched = ''),
  )

  /** Asks for the speeds of the lanes that are shown. */
  function look(lanes: readonly Lane[]): void {
    const wanted = on.value
      ? lanes.filter((lane) => lane.curves).flatMap((lane) => objectChannels(views.shown(lane)))
      : []
    const key = JSON.stringify(wanted)
    if (key === watched || (watched === '' && wanted.length === 0)) return
    watched = key
    void scene.watchSpeeds(wanted)
  }

  function linesOf(lane: Lane): SpeedLine[] {
    const channels = views.shown(lane)
    const lines: SpeedLine[] = []
    const [ink, nameOf] = [inksOf(channels, colours()), curveNames(channels)]
    const isOneChannel = channels.length > 1 && channels.every(({ name }) => name === channels[0]!.name)
    const add = (object: OwnerKey, name: string, colour: string, label: string) => {
      const track = scene.book.track(object, name)
      if (track && !track.isStill) lines.push({ track, colour, label })
    }
    // Several moves of one object are one way through space; a single one is shown with its sign.
    const moving = [...new Set(channels.filter(({ name }) => name.startsWith('position.')).map(({ object }) => object))]
    const throughSpace = lane.kind !== 'channel' && !isOneChannel
    if (throughSpace)
      moving.forEach((object, i) =>
        add(
          object.id,
          speedThrough,
          moving.length > 1 ? objectColour(i, colours()) : colours().cream,
          moving.length > 1 ? object.name : 'through space',
        ),
      )
    for (const channel of channels) {
      const { object, name } = channel
      if (throughSpace && name.startsWith('position.')) continue
      add(object.id, speedOf(name), ink(channel), nameOf(channel))
    }
    return lines
  }

  return { on, look, linesOf }
})
