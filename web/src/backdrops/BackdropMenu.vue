<script setup lang="ts">
import { computed, ref } from 'vue'
import { useScene } from '../scene/sceneStore'
import CheckItem from '../shared/CheckItem.vue'
import { useEscape } from '../shared/escape'
import MenuItem from '../shared/MenuItem.vue'
import type { Look } from '../stage/views'
import NumberField from '../values/NumberField.vue'
import { useBackdrops, type BackdropChange } from './backdrops'

/** The picture behind what a view looks from: chosen, and how it is seen. */
const props = defineProps<{ look: Look }>()
const scene = useScene()
const backdrops = useBackdrops()
const open = ref(false)
useEscape(open)

const backdrop = computed(() => backdrops.of(props.look))
const place = computed(() => backdrops.nameOf(props.look))
const isFlat = computed(() => typeof props.look === 'string' && props.look !== 'free')
const isSequence = computed(() => (backdrop.value?.pictures.length ?? 0) > 1)
const named = computed(() => {
  const pictures = backdrop.value?.pictures ?? []
  const [first, last] = [pictures[0]?.name ?? '', pictures.at(-1)?.name ?? '']
  return pictures.length > 1 ? `${first} to ${last}, ${pictures.length} pictures` : first
})
/** The frames on which a sequence is seen. */
const frames = computed(() => {
  const { pictures } = backdrop.value!
  return `frames ${pictures[0]!.from} to ${pictures.at(-1)!.from}`
})

interface Field {
  setting: 'opacity' | 'offset' | 'x' | 'y' | 'width'
  name: string
  label: string
  hint: string
  unit?: string
  least?: number
  most?: number
  step: number
  decimals: number
  /** How much of it is 1 in the scene. */
  one?: number
}
const opacity: Field = {
  setting: 'opacity',
  name: 'Opacity',
  label: 'Opacity of the picture',
  hint: 'How much of the picture is seen over the stage’s own background',
  unit: ' %',
  least: 0,
  most: 100,
  step: 1,
  decimals: 0,
  one: 100,
}
const later: Field = {
  setting: 'offset',
  name: 'Frames later',
  label: 'Frames that the sequence comes later',
  hint: 'So many frames are added to the numbers of the files',
  step: 1,
  decimals: 0,
}
const inWorld: Field[] = [
  {
    setting: 'x',
    name: 'Middle, right',
    label: 'The middle of the picture, to the right',
    hint: 'How far right of the origin its middle stands',
    step: 0.1,
    decimals: 2,
  },
  {
    setting: 'y',
    name: 'Middle, up',
    label: 'The middle of the picture, upwards',
    hint: 'How far above the origin its middle stands in this view',
    step: 0.1,
    decimals: 2,
  },
  {
    setting: 'width',
    name: 'Width',
    label: 'Width of the picture',
    hint: 'How wide it is in the scene',
    least: 0.001,
    step: 0.1,
    decimals: 2,
  },
]
const fields = computed(() => [opacity, ...(isSequence.value ? [later] : []), ...(isFlat.value ? inWorld : [])])
/** A field's value as the scene has it. */
const read = ({ setting, decimals, one = 1 }: Field, value: number): BackdropChange => ({
  [setting]: (decimals ? value : Math.round(value)) / one,
})

const fits = computed(() => [
  {
    fit: 'whole' as const,
    name: typeof props.look === 'number' ? 'As high as the view' : 'All of it',
    hint:
      typeof props.look === 'number'
        ? 'Its height is what the camera sees, so that what matches in one view matches in all'
        : 'All of the picture is seen',
  },
  { fit: 'fill' as const, name: 'Fill the view', hint: 'The picture covers the view' },
])

const change = (to: BackdropChange) => backdrops.change(props.look, to)
const hold = (to: BackdropChange) => scene.tryEdit(backdrops.editOf(props.look, to))
const keep = (to: BackdropChange) => void scene.keepTry(backdrops.editOf(props.look, to))

function pick(event: Event): void {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])]
  input.value = ''
  void backdrops.bring(files, props.look)
}
</script>

<template>
  <BDropdown
    v-model="open"
    lazy
    teleport-to="body"
    size="sm"
    variant="chip"
    auto-close="outside"
    :toggle-class="['chip', backdrop?.on ? '' : 'dim']"
    role="group"
    :title="backdrop ? `The picture behind ${place}` : `Put a picture behind ${place}`"
  >
    <template #button-content
      ><i class="bi bi-image" aria-hidden="true" /><span class="visually-hidden">Background picture</span></template
    >
    <p class="head">
      Picture behind <b>{{ place }}</b>
    </p>
    <template v-if="backdrop">
      <p class="files" :title="named">{{ named }}</p>
      <p v-if="isSequence" class="files num">{{ frames }}</p>
      <CheckItem role="checkbox" :on="backdrop.on" @click="change({ on: !backdrop!.on })">Shown</CheckItem>
      <template v-if="!isFlat">
        <MenuItem
          v-for="{ fit, name, hint } in fits"
          :key="fit"
          role="radio"
          :active="backdrop.fit === fit"
          :title="hint"
          @click="change({ fit })"
          >{{ name }}</MenuItem
        >
      </template>
      <div class="menu-fields">
        <label v-for="field in fields" :key="field.setting"
          >{{ field.name }}
          <NumberField
            :value="backdrop[field.setting] * (field.one ?? 1)"
            :label="field.label"
            :hint="field.hint"
            :unit="field.unit"
            :least="field.least"
            :most="field.most"
            :step="field.step"
            :decimals="field.decimals"
            @hold="hold(read(field, $event))"
            @keep="keep(read(field, $event))"
            @cancel="scene.dropTry()"
        /></label>
      </div>
    </template>
    <p v-else class="files">
      PNG, JPEG or WebP. Several numbered files become a sequence. You can also drop them on the view.
    </p>
    <BDropdownDivider />
    <li role="presentation">
      <label class="dropdown-item choose" :class="{ disabled: backdrops.sending }">
        <i class="bi bi-folder2-open" aria-hidden="true" />
        {{ backdrop ? 'Another picture…' : 'Choose a picture…' }}
        <input
          type="file"
          class="visually-hidden"
          multiple
          accept=".png,.jpg,.jpeg,.webp"
          :aria-label="`Pictures to stand behind ${place}`"
          :disabled="backdrops.sending !== null"
          @change="pick"
        />
      </label>
    </li>
    <MenuItem v-if="backdrop" role="button" @click="backdrops.remove(look)"
      ><i class="bi bi-trash3" aria-hidden="true" /> Remove it</MenuItem
    >
  </BDropdown>
</template>

<style scoped>
.head,
.files {
  max-width: 250px;
  margin: 0;
  padding: 4px 16px;
  font-size: 12.5px;
}
.files {
  color: var(--dim);
  overflow-wrap: anywhere;
}
.choose {
  cursor: pointer;
}
.choose:focus-within {
  outline: 2px solid var(--lime);
  outline-offset: -2px;
}
</style>
