<script setup lang="ts">
import { computed, ref } from 'vue'
import { http, type SvgPlacement } from '../api/http'
import chart from '../samples/harbour-chart.svg?raw'
import { useScene } from '../scene/sceneStore'
import { useSelection } from '../scene/selection'
import AskDialog from '../shared/AskDialog.vue'
import FilePick from '../shared/FilePick.vue'
import { useAnswer } from '../shared/answers'
import { usePickedFile } from '../shared/pickedFile'
import NumberField from '../values/NumberField.vue'

/** Brings in the outlines of an SVG file as paths: where to, how wide, and how they are spread in depth. */
const props = defineProps<{ dropped: File | null }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const selection = useSelection()

const { picked: file, take } = usePickedFile(props.dropped)
const useChart = () => (file.value = { name: 'the harbour chart', text: chart })

const placement = ref<Required<SvgPlacement>>({
  plane: 'floor',
  width: 16,
  x: 0,
  y: 0,
  z: 0,
  depth: 'none',
  amount: 0.5,
  seed: 1,
})
const { told, wrong, isTold } = useAnswer(
  () => `${file.value?.name} ${file.value?.text.length} ${JSON.stringify(placement.value)}`,
  () => file.value && http.svgPaths(file.value.text, placement.value),
)
const axes = ['x', 'y', 'z'] as const
const words = computed(() => {
  const { paths, leftOut } = told.value!
  const count = paths.length
  const more = leftOut.length > 3 ? ` and ${leftOut.length - 3} more` : ''
  const names = leftOut.slice(0, 3).map(({ name, why }) => `${name} (${why})`)
  const out = leftOut.length ? ` Left out: ${names.join(', ')}${more}.` : ''
  return `${count === 1 ? 'One path' : `${count} paths`} from ${file.value?.name}.${out}`
})

async function bring(): Promise<void> {
  const kept = await scene.edit({ edit: 'addPaths', paths: told.value!.paths })
  if (kept?.added.length) selection.select(kept.added)
}
</script>

<template>
  <AskDialog title="Bring in outlines as paths" ok="Bring in" :ready="isTold" @done="bring" @close="emit('close')">
    <div class="row-of-fields">
      <FilePick label="SVG file" accept=".svg,image/svg+xml" :names="file ? [file.name] : []" @pick="take" />
      <template v-if="file?.text !== chart">
        or
        <BButton variant="quiet" class="btn-small" @click="useChart">take the harbour chart</BButton>
      </template>
    </div>
    <fieldset class="planes">
      <legend>Laid</legend>
      <label class="way tight">
        <input v-model="placement.plane" type="radio" class="form-check-input" value="floor" />
        <span>on the floor <span class="dim">what is down in the drawing comes forwards</span></span>
      </label>
      <label class="way tight">
        <input v-model="placement.plane" type="radio" class="form-check-input" value="upright" />
        <span>upright <span class="dim">as it stands in the drawing</span></span>
      </label>
    </fieldset>
    <div class="row-of-fields">
      <NumberField
        :value="placement.width"
        label="Width of the drawing"
        :decimals="2"
        :step="0.5"
        :least="0.001"
        :most="1e6"
        trim
        @hold="placement.width = $event"
        @keep="placement.width = $event"
      />
      wide, its middle at
      <NumberField
        v-for="axis in axes"
        :key="axis"
        class="middle"
        :value="placement[axis]"
        :label="`Middle ${axis.toUpperCase()}`"
        :unit="` ${axis}`"
        :decimals="2"
        :step="0.5"
        :least="-1e6"
        :most="1e6"
        trim
        @hold="placement[axis] = $event"
        @keep="placement[axis] = $event"
      />
    </div>
    <div class="row-of-fields">
      in depth
      <select v-model="placement.depth" class="small-pick" aria-label="Spread in depth">
        <option value="none">all in one plane</option>
        <option value="step">one behind the other</option>
        <option value="random">each by chance</option>
      </select>
      <template v-if="placement.depth !== 'none'">
        {{ placement.depth === 'step' ? 'by steps of' : 'within' }}
        <NumberField
          :value="placement.amount"
          label="Depth of the drawing"
          :decimals="2"
          :step="0.1"
          :least="-1e6"
          :most="1e6"
          trim
          @hold="placement.amount = $event"
          @keep="placement.amount = $event"
        />
      </template>
      <template v-if="placement.depth === 'random'">
        chance
        <NumberField
          :value="placement.seed"
          label="Chance number"
          :decimals="0"
          :step="1"
          :least="0"
          :most="1e6"
          hint="The same number spreads them in the same way"
          trim
          @hold="placement.seed = Math.round($event)"
          @keep="placement.seed = Math.round($event)"
        />
      </template>
    </div>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <span v-else-if="told && file" class="told" role="status">{{ words }}</span>
    <span v-else class="told"
      >Paths, lines, polygons, rectangles, circles and ellipses become paths, each with its id as its name.</span
    >
  </AskDialog>
</template>

<style scoped>
.middle {
  width: 58px !important;
}
</style>
