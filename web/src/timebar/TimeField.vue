<script setup lang="ts">
import { furthestFrame } from '../api/messages'
import { useNotices } from '../scene/notices'
import { useScene } from '../scene/sceneStore'
import NumberField from '../values/NumberField.vue'
import { readSum } from '../values/sums'
import { useTimeDisplay } from './timeDisplay'

/** A field for a frame, shown as the time bar shows time. It takes frames, seconds, timecode and steps alike. */
const props = defineProps<{
  frame: number
  label: string
  /** Takes times between frames as well. */ fractions?: boolean
  /** What is to be known of the frame that stands there. */ note?: string
}>()
const emit = defineEmits<{ hold: [frame: number]; keep: [frame: number, typed: boolean] }>()
const scene = useScene()
const time = useTimeDisplay()

const rounded = (frame: number) => (props.fractions ? frame : Math.round(frame))

/** Plain numbers and sums need not be asked for; steps and all other ways of writing a time are read by the core. */
const readHere = (text: string) => (/^[^+\-=:;s][^:;s=]*$/.test(text.trim()) ? readSum(text, props.frame) : null)

/** Whether it looks like any of the ways of writing a time, and not like one that is out of reach. */
function looksRight(text: string): boolean {
  const here = readHere(text)
  if (here !== null) return Math.abs(here) <= furthestFrame
  return /^(=-?|[+-]=?)?\s*[.,]?\d[\d.,:;\s]*s?$/.test(text.trim())
}

/** @returns whether it was one. */
async function take(text: string): Promise<boolean> {
  const here = readHere(text)
  if (here !== null) {
    emit('keep', rounded(here), true)
    return true
  }
  try {
    emit('keep', rounded(await scene.readTime(text, props.frame)), true)
    return true
  } catch (wrong) {
    useNotices().problem(wrong)
    return false
  }
}
</script>

<template>
  <NumberField
    :value="frame"
    :label="label"
    :decimals="0"
    :step="1"
    :text="time.label(frame)"
    :typing="time.label(frame).startsWith('-') ? `=${time.label(frame)}` : undefined"
    :fits="looksRight"
    wrong-hint="Not a time. Try a frame (86), seconds (3.5s), timecode (00:00:03:14), a step (+12 or -12), or =-12 for a frame before 0; ten million frames are the furthest."
    :hint="`${note ? `${note}\n` : ''}${label}: type a frame (86), seconds (3.5s), timecode (00:00:03:14) or a step (+12, -12), =-12 for a frame before 0; drag sideways, or step with the arrow keys`"
    @hold="emit('hold', $event)"
    @keep="emit('keep', $event, false)"
    :take="take"
  />
</template>
