<script setup lang="ts">
import { computed, onMounted, ref, useTemplateRef, watch } from 'vue'
import { useScene } from '../scene/sceneStore'
import { nameOf, useChecks } from './checks'
import ContactList from './ContactList.vue'
import FindingRow from './FindingRow.vue'

/** What the timing check has found, the worst first. */
const atOnce = 200
const scene = useScene()
const checks = useChecks()
const list = useTemplateRef<HTMLUListElement>('list')
const most = ref(atOnce)
watch(
  () => scene.id,
  () => (most.value = atOnce),
)
const shown = computed(() => checks.listed.slice(0, most.value))
const levels = computed(() => {
  const { faults, warnings, notes, meant } = checks.told ?? { faults: 0, warnings: 0, notes: 0, meant: 0 }
  return { faults, warnings, notes, meant }
})
const count = (number: number, one: string) => `${number.toLocaleString('en')} ${number === 1 ? one : `${one}s`}`
const isCut = computed(() => {
  const { faults, warnings, notes, meant } = levels.value
  return checks.told !== null && faults + warnings + notes + meant > checks.told.findings.length
})
const isPart = computed(() => `${scene.settings.work}` !== `${scene.settings.range}`)
const inWords = computed(() => {
  if (checks.wrong) return ''
  if (!checks.told) return 'Looking through the scene…'
  const { faults, warnings, notes, meant } = levels.value
  if (faults + warnings + notes + meant === 0) return 'Nothing to tell: the timing is clean.'
  if (checks.listed.length === 0) return 'Nothing worse than what is not listed.'
  return ''
})

// Once it is asked for, the arrows go through the list; what comes with the page takes the keyboard from nobody.
const panel = useTemplateRef<HTMLElement>('panel')
onMounted(() => {
  if (checks.isAskedFor) panel.value!.focus({ preventScroll: true })
  checks.isAskedFor = false
})

/** Up and down go through the list. */
function step(event: KeyboardEvent): void {
  const by = { ArrowDown: 1, ArrowUp: -1 }[event.key]
  const at = event.target as Element
  if (!by || !(at === panel.value || at.classList.contains('row-button'))) return
  event.preventDefault()
  event.stopPropagation()
  const rows = [...list.value!.querySelectorAll<HTMLElement>('.row-button')]
  const next = rows[rows.indexOf(event.target as HTMLElement) + by]
  if (!next) return
  next.focus()
  next.click()
}
</script>

<template>
  <section ref="panel" class="checks" aria-label="Timing check" tabindex="-1" @keydown="step">
    <header>
      <h2>Timing check</h2>
      <span v-if="checks.isBusy" class="dim busy" role="status">looking…</span>
      <BButton
        variant="quiet"
        class="btn-small"
        aria-label="Close the timing check"
        title="Close"
        @click="checks.isOpen = false"
        ><i class="bi bi-x-lg" aria-hidden="true"
      /></BButton>
    </header>
    <div class="counts">
      <span class="level fault"><i aria-hidden="true" />{{ count(levels.faults, 'fault') }}</span>
      <span class="level warning"><i aria-hidden="true" />{{ count(levels.warnings, 'warning') }}</span>
      <button
        type="button"
        class="level note"
        :aria-pressed="checks.settings.notes"
        title="What is untidy, and not to be seen. Listed or not"
        @click="checks.settings.notes = !checks.settings.notes"
      >
        <i aria-hidden="true" />{{ count(levels.notes, 'note') }}
      </button>
      <button
        type="button"
        class="level"
        :aria-pressed="checks.settings.meant"
        title="What somebody has said is meant. Listed or not"
        @click="checks.settings.meant = !checks.settings.meant"
      >
        {{ levels.meant }} meant
      </button>
    </div>
    <div class="what">
      <select v-model="checks.settings.where" class="small-pick" aria-label="Which frames are looked at">
        <option value="range">Scene range</option>
        <option value="work" :disabled="!isPart">Work range</option>
      </select>
      <label title="Shapes below the ground, and shapes whose bounds overlap for a while. Takes longer"
        ><input v-model="checks.settings.solids" type="checkbox" class="form-check-input tick" /> shapes, too</label
      >
    </div>
    <p v-if="checks.wrong" class="wrong" role="alert">{{ checks.wrong }}</p>
    <p v-else-if="inWords" class="dim" role="status">{{ inWords }}</p>
    <ul ref="list" class="list">
      <FindingRow v-for="found in shown" :key="nameOf(found)" :found="found" />
      <li v-if="checks.listed.length > most">
        <BButton variant="quiet" class="btn-small" @click="most += atOnce"
          >{{ (checks.listed.length - most).toLocaleString('en') }} more</BButton
        >
      </li>
    </ul>
    <p v-if="isCut" class="dim">Only the worst {{ checks.told!.findings.length.toLocaleString('en') }} are listed.</p>
    <ContactList />
  </section>
</template>

<style scoped>
.checks {
  display: flex;
  flex-direction: column;
  height: 100%;
  padding: 10px 10px 8px 12px;
  font-size: 13px;
}
.checks:focus-visible {
  outline-offset: -2px;
}
header {
  display: flex;
  align-items: center;
  gap: 8px;
}
h2 {
  flex: 1;
  margin: 0;
  font-size: 14px;
  font-weight: 650;
}
.busy {
  font-size: 11.5px;
}
.counts {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  margin: 8px 0 6px;
}
.level {
  display: inline-flex;
  align-items: center;
  gap: 5px;
  padding: 1px 8px;
  border: 1px solid transparent;
  border-radius: 999px;
  background: none;
  color: var(--text);
  font-size: 12px;
}
span.level {
  padding-left: 0;
}
button.level {
  border-color: var(--line);
  color: var(--dim);
}
button.level[aria-pressed='true'] {
  border-color: var(--dim);
  color: var(--text);
  background: var(--raised);
}
.level i {
  width: 8px;
  height: 8px;
  border-radius: 50%;
  background: var(--dim);
}
.fault i {
  border-radius: 2px;
  background: var(--grapefruit);
}
.warning i {
  background: var(--tangerine);
}
.what {
  display: flex;
  align-items: center;
  gap: 12px;
  margin-bottom: 6px;
}
.what label {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.list {
  flex: 1;
  min-height: 60px;
  margin: 0 -6px;
  padding: 0 0 6px;
  overflow-y: auto;
  list-style: none;
}
p {
  margin: 0 0 6px;
}
</style>
