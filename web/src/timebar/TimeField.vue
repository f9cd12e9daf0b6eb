<script setup lang="ts">
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
}>()
const emit = defineEmits<{ hold: [frame: number]; keep: [frame: number] }>()
const scene = useScene()
const time = useTimeDisplay()

const rounded = (frame: number) => (props.fractions ? frame : Math.round(frame))

async function read(text: string): Promise<void> {
  // Plain numbers and sums need not be asked for; a leading plus is a step, which the core reads like all other times.
  const sum = /^[^+:;s][^:;s]*$/.test(text.trim()) ? readSum(text, props.frame) : null
  if (sum !== null) {
    emit('keep', rounded(sum))
    return
  }
  try {
    emit('keep', rounded(await scene.readTime(text, props.frame)))
  } catch (wrong) {
    useNotices().problem(wrong)
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
    :hint="`${label}: type a frame (86), seconds (3.5s), timecode (00:00:03:14) or a step (+12), drag sideways, or step with the arrow keys`"
    @hold="emit('hold', $event)"
    @keep="emit('keep', $event)"
    @typed="read"
  />
</template>
