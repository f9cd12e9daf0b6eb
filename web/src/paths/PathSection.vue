<script setup lang="ts">
import { computed, ref } from 'vue'
import type { PathPointKind, PathSpread } from '../api/http'
import type { PathPointMessage } from '../api/messages'
import type { SceneObject } from '../scene/sceneRows'
import { useScene } from '../scene/sceneStore'
import { vStands } from '../scene/standing'
import NumberField from '../values/NumberField.vue'
import { usePathPoints } from './pathPoints'

/** A path: how long it is, how it is gone, and its points in numbers. */
const props = defineProps<{ object: SceneObject }>()
const scene = useScene()
const points = usePathPoints()
const kinds: PathPointKind[] = ['smooth', 'corner', 'free']
const axes = ['x', 'y', 'z'] as const

const path = computed(() => {
  void scene.rowsVersion
  return scene.model.objects.get(props.object.id)?.path ?? null
})
/** So many points are listed; more are found on the stage. */
const mostListed = 100
const listed = computed(() => path.value?.points.slice(0, mostListed) ?? [])

const setKind = (event: Event, point: number) =>
  void scene.edit({
    edit: 'setPathPointKind',
    path: props.object.id,
    points: points.points.has(point) ? [...points.points] : [point],
    kind: (event.target as HTMLSelectElement).value as PathPointKind,
  })

const vector = ([x, y, z]: readonly number[]) => ({ x: x!, y: y!, z: z! })

function place(point: number, axis: number, value: number): void {
  const { kind, at, in: before, out } = path.value!.points[point] as PathPointMessage
  const handles = kind === 'free' ? { in: vector(before), out: vector(out) } : {}
  const to = { kind, at: vector(at.map((part, i) => (i === axis ? value : part))), ...handles }
  void scene.edit({ edit: 'placePathPoint', path: props.object.id, point, to })
}

const evenCount = ref<number | null>(null)
const evenOut = () =>
  void scene.edit({
    edit: 'evenOutPath',
    path: props.object.id,
    count: evenCount.value ?? path.value!.points.length,
  })

const select = (event: MouseEvent, point: number) =>
  points.select([point], event.ctrlKey || event.metaKey || event.shiftKey)
</script>

<template>
  <section v-if="path" class="path" aria-label="Path">
    <h2 class="group">Path</h2>
    <p class="facts">
      <span class="num">{{ path.length.toFixed(2) }}</span> long, {{ path.points.length }} points
    </p>
    <div class="ways">
      <label title="It goes on from the last point to the first">
        <input
          type="checkbox"
          class="form-check-input"
          v-stands="path.closed"
          @change="scene.edit({ edit: 'setPath', path: object.id, closed: !path.closed })"
        />
        closed
      </label>
      <label title="What equal travel means: equal lengths, or as much from each point to the next">
        travel
        <select
          class="small-pick"
          aria-label="Travel is spread"
          v-stands="path.spread"
          @change="
            scene.edit({
              edit: 'setPath',
              path: object.id,
              spread: ($event.target as HTMLSelectElement).value as PathSpread,
            })
          "
        >
          <option value="even">by length</option>
          <option value="points">by points</option>
        </select>
      </label>
    </div>
    <div class="ways">
      <BButton
        variant="quiet"
        class="btn-small"
        title="The same shape, its points at even distances along it"
        @click="evenOut"
        >Even out to</BButton
      >
      <NumberField
        class="count"
        :value="evenCount ?? path.points.length"
        label="Points to even out to"
        :decimals="0"
        :step="1"
        :least="2"
        :most="10000"
        trim
        @keep="evenCount = Math.round($event)"
      />
      points
    </div>
    <table>
      <thead>
        <tr>
          <th scope="col"><span class="visually-hidden">Point</span></th>
          <th v-for="axis in axes" :key="axis" scope="col">{{ axis.toUpperCase() }}</th>
          <th scope="col"><span class="visually-hidden">Kind</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(point, i) in listed" :key="i" :class="{ on: points.points.has(i) }">
          <th scope="row">
            <button
              type="button"
              class="num"
              :aria-pressed="points.points.has(i)"
              :title="`Point ${i + 1}: click to select, with Ctrl more than one`"
              @click="select($event, i)"
            >
              {{ i + 1 }}
            </button>
          </th>
          <td v-for="(axis, a) in axes" :key="axis">
            <NumberField
              :value="point.at[a]!"
              :label="`Point ${i + 1} ${axis.toUpperCase()}`"
              :decimals="2"
              :step="0.05"
              trim
              @keep="place(i, a, $event)"
            />
          </td>
          <td>
            <select
              class="small-pick"
              :aria-label="`Point ${i + 1} is`"
              v-stands="point.kind"
              @change="setKind($event, i)"
            >
              <option v-for="kind in kinds" :key="kind" :value="kind">{{ kind }}</option>
            </select>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="path.points.length > mostListed" class="facts">
      and {{ path.points.length - mostListed }} more, on the stage
    </p>
  </section>
</template>

<style scoped>
.group {
  margin: 8px 0 2px;
  font-size: 11px;
  font-weight: 450;
  color: var(--dim);
}
.facts {
  margin: 2px 0;
  font-size: 12px;
  color: var(--dim);
}
.ways {
  display: flex;
  align-items: center;
  gap: 8px;
  margin-top: 3px;
  font-size: 12px;
  color: var(--dim);
}
.ways label {
  display: flex;
  align-items: center;
  gap: 5px;
}

.count {
  width: 56px;
  height: 20px;
}
.ways input[type='checkbox'] {
  margin: 0;
}
table {
  width: 100%;
  margin-top: 4px;
  font-size: 11px;
}
thead th {
  font-weight: 450;
  color: var(--dim);
  text-align: center;
}
th button {
  min-width: 22px;
  padding: 0 4px;
  border: 1px solid var(--line);
  border-radius: 999px;
  background: none;
  color: var(--text);
}
tr.on th button {
  background: var(--lemon);
  color: var(--on-lemon);
  border-color: transparent;
}
td {
  padding: 1px 2px;
}
td:last-child {
  width: 78px;
}
td .field {
  width: 100%;
  min-width: 0;
  height: 20px;
  padding: 0 4px;
  font-size: 11px;
}
select {
  height: 20px;
}
td select {
  width: 74px;
}
/* The numbers go before the words. */
@container values (width < 250px) {
  td .field {
    padding: 0 3px;
    font-size: 10.5px;
  }
  td:last-child,
  td select {
    width: 73px;
    padding-left: 4px;
  }
}
</style>
