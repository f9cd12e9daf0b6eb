<script setup lang="ts">
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import type { Edit, TimeTarget } from '../api/http'
import type { CueProposalMessage, CueWhenMessage } from '../api/messages'
import { useScene } from '../scene/sceneStore'
import AskDialog from '../shared/AskDialog.vue'
import { useAnswer } from '../shared/answers'
import { usePlayhead } from '../timebar/playhead'
import TimeField from '../timebar/TimeField.vue'
import NumberField from '../values/NumberField.vue'
import { useCues } from './cues'
import { askedWhen, frameWords, momentWords, targetWords, whenWords } from './cueWords'
import WhenFields from './WhenFields.vue'

/** Says what a cue waits for and what it starts: a new one, from what is seen at the playhead, or one that is there. */
const props = defineProps<{ starts?: TimeTarget[]; cue?: number }>()
const emit = defineEmits<{ close: [] }>()
const scene = useScene()
const playhead = usePlayhead()
const { model } = scene
const known = props.cue === undefined ? undefined : model.cues.get(props.cue)

const starts = ref<TimeTarget[]>(known?.starts ?? props.starts ?? [])
const name = ref(known?.name ?? '')
const offset = ref(known?.offset ?? 0)
const from = ref(known?.from ?? scene.settings.range[0])
/** The frame of the motion that is to be seen; the first key's while nobody has said another. */
const anchor = ref<number | null>(known?.anchor ?? null)

// What happens on this frame is proposed; whoever wants something else says it field by field.
const proposals = ref<CueProposalMessage[]>([])
/** Null until something is proposed, or somebody was quicker. */
const picked = ref<number | 'own' | null>(known ? 'own' : null)
const own = ref<CueWhenMessage | null>(known?.when ?? null)
const isAsking = ref(!known)
const { frame } = playhead
if (!known)
  void scene
    .proposeCues(
      frame,
      starts.value.map(({ object }) => object),
    )
    .then((found) => {
      proposals.value = found
      own.value ??= found[0]?.when ?? null
      if (found.length && picked.value === null) pick(0)
      void nextTick(showPicked)
    })
    .catch(() => undefined)
    .finally(() => {
      isAsking.value = false
      picked.value ??= 'own'
    })

/** The first proposal is what Enter takes; the keyboard goes on from there. */
const happens = useTemplateRef<HTMLFieldSetElement>('happens')
function showPicked(): void {
  if (happens.value?.contains(document.activeElement)) happens.value.querySelector<HTMLElement>(':checked')?.focus()
}

function pick(place: number): void {
  picked.value = place
  from.value = proposals.value[place]!.from
}

const when = computed(() =>
  typeof picked.value === 'number' ? proposals.value[picked.value]!.when : picked.value && own.value,
)
const edit = computed<Edit | null>(() => {
  if (!when.value || starts.value.length === 0) return null
  const parts = {
    when: askedWhen(when.value),
    starts: starts.value,
    offset: offset.value,
    from: from.value,
    name: name.value.trim() || null,
    anchor: anchor.value,
  }
  return known ? { edit: 'setCue', cue: known.id, ...parts } : { edit: 'addCue', ...parts }
})
const { told, wrong, isTold } = useAnswer(
  () => `${scene.revision} ${JSON.stringify(edit.value)}`,
  () => edit.value && scene.lookAheadCue(edit.value),
)
watch(told, (cue) => {
  if (cue && anchor.value === null) anchorSeen.value = cue.anchor
})
const anchorSeen = ref(known?.anchor ?? 0)

const cues = useCues()
async function keep(): Promise<void> {
  if (edit.value && (await scene.edit(edit.value))) cues.showPlayed()
}
const remove = () => known && void cues.remove(known)
const what = computed(() => starts.value.map((target) => targetWords(model, target)).join(', '))
/** Whether nothing of what it starts has motion yet. */
const isStill = computed(() => {
  void scene.rowsVersion
  return starts.value.every(({ object, channel }) => {
    const thing = model.objects.get(object)
    return !thing || (channel ? !thing.channels.get(channel)?.keys.count : !cues.moves(thing))
  })
})
const dropStart = (target: TimeTarget) => (starts.value = starts.value.filter((each) => each !== target))
</script>

<template>
  <AskDialog
    :title="known ? `Cue ${known.name}` : 'Start here, whenever this happens'"
    :ok="known ? 'Change' : 'Add the cue'"
    :ready="isTold"
    :remove="known ? 'Delete' : undefined"
    @done="keep"
    @remove="remove"
    @close="emit('close')"
  >
    <fieldset v-if="!known" ref="happens" class="happens">
      <legend>What happens at frame {{ frameWords(frame) }}</legend>
      <label v-for="(each, i) in proposals" :key="i" class="way tight">
        <input type="radio" class="form-check-input" name="happens" :checked="picked === i" @change="pick(i)" />
        <span>{{ whenWords(model, each.when) }}</span>
      </label>
      <label class="way tight">
        <input
          type="radio"
          class="form-check-input"
          name="happens"
          :checked="picked === 'own'"
          @change="picked = 'own'"
        />
        <span
          >something else<span v-if="!isAsking && proposals.length === 0" class="dim">
            — nothing that moves is seen on this frame</span
          ></span
        >
      </label>
    </fieldset>
    <WhenFields v-if="picked === 'own'" v-model="own" :started="starts" />
    <div class="row-of-fields">
      starts
      <span v-for="target in starts" :key="`${target.object} ${target.channel}`" class="start">
        {{ targetWords(model, target) }}
        <button
          v-if="starts.length > 1"
          type="button"
          class="btn-close"
          :aria-label="`Do not start ${targetWords(model, target)}`"
          @click="dropStart(target)"
        />
      </span>
    </div>
    <div class="row-of-fields">
      <NumberField
        :value="offset"
        label="Frames later"
        :decimals="2"
        :step="1"
        trim
        hint="So many frames after what it waits for; before it where below 0"
        @hold="offset = $event"
        @keep="offset = $event"
      />
      frames later, with its frame
      <TimeField
        :frame="anchor ?? anchorSeen"
        label="Frame of the motion that is seen then"
        fractions
        note="On the clock that the motion has without the cue; its first key if nothing else is said"
        @hold="anchor = $event"
        @keep="anchor = $event"
      />
    </div>
    <div class="row-of-fields">
      waits from frame
      <TimeField :frame="from" label="Waits from frame" fractions @hold="from = $event" @keep="from = $event" />
      on; called
      <input
        v-model="name"
        class="form-control form-control-sm name"
        maxlength="80"
        :placeholder="told?.name ?? ''"
        aria-label="Name of the cue"
      />
    </div>
    <span v-if="wrong" class="wrong" role="alert">{{ wrong }}</span>
    <span v-else-if="told" class="told" :class="{ never: told.calls === null }" role="status"
      ><template v-if="told.calls !== null && isStill"
        >Happens {{ momentWords(model, told) }}. {{ what }} has no keys yet; those that it gets start there.</template
      ><template v-else-if="told.calls !== null"
        >Happens {{ momentWords(model, { ...told, offset: 0 }) }}: frame {{ frameWords(told.anchor) }} of {{ what }} is
        seen at <b class="num">{{ frameWords(told.calls + told.offset) }}</b></template
      ><template v-else>Happens {{ momentWords(model, told) }}. {{ what }} stands still until it does.</template></span
    >
  </AskDialog>
</template>

<style scoped>
.happens {
  max-height: 220px;
  overflow-y: auto;
}
.start {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  padding: 1px 8px;
  border: 1px solid var(--line);
  border-radius: 7px;
}
.btn-close {
  width: 8px;
  height: 8px;
  padding: 2px;
  font-size: 8px;
}
.name {
  width: 150px;
}
.never {
  color: var(--grapefruit);
}
</style>
