<script setup lang="ts">
import { useScene } from '../scene/sceneStore'
import { usePlayhead } from '../timebar/playhead'
import { useTimeDisplay } from '../timebar/timeDisplay'
import { usePeople, type Person } from './people'

/** Who else is here: a chip for each, which goes to the frame that they look at. */
const people = usePeople()
const scene = useScene()
const playhead = usePlayhead()
const time = useTimeDisplay()
const mostShown = 4

const initials = ({ called }: Person) =>
  called
    .split(/\s+/)
    .slice(0, 2)
    .map((word) => [...word][0]!.toUpperCase())
    .join('')

function words({ called, frame, objects }: Person): string {
  const names = objects.flatMap((id) => scene.model.objects.get(id)?.name ?? [])
  const rest = names.length > 3 ? ` and ${names.length - 3} more` : ''
  const selected = names.length ? `, with ${names.slice(0, 3).join(', ')}${rest} selected` : ''
  return `${called}: at ${time.label(frame)}${selected}\nClick to go to that frame`
}
</script>

<template>
  <div v-if="people.all.length" class="people" role="group" aria-label="Who else is here">
    <button
      v-for="person in people.all.slice(0, mostShown)"
      :key="person.tab"
      type="button"
      class="person"
      :style="{ '--ink-of': person.ink }"
      :title="words(person)"
      :aria-label="`Go to where ${person.called} is`"
      @click="playhead.goTo(person.frame)"
    >
      {{ initials(person) }}
    </button>
    <span
      v-if="people.all.length > mostShown"
      class="dim num"
      :title="
        people.all
          .slice(mostShown)
          .map(({ called }) => called)
          .join(', ')
      "
      >+{{ people.all.length - mostShown }}</span
    >
  </div>
</template>

<style scoped>
.people {
  display: flex;
  align-items: center;
  gap: 4px;
  font-size: 11px;
}
.person {
  display: grid;
  place-items: center;
  min-width: 24px;
  height: 24px;
  padding: 0 5px;
  border: 1.5px solid var(--ink-of);
  border-radius: 999px;
  background: var(--panel);
  color: var(--text);
  font-size: 10.5px;
  font-weight: 650;
}
.person:hover {
  background: var(--raised);
}
</style>
