<script setup lang="ts">
import { useTemplateRef } from 'vue'
import { RouterLink } from 'vue-router'
import { http, type SceneCard } from '../api/http'
import { momentOf } from '../shared/when'
import { rateLabel } from '../timebar/rates'
import NameField from '../shared/NameField.vue'
import MenuItem from '../shared/MenuItem.vue'

defineProps<{ card: SceneCard }>()
const emit = defineEmits<{ rename: [name: string]; duplicate: []; remove: [] }>()
const name = useTemplateRef<InstanceType<typeof NameField>>('name')
</script>

<template>
  <article class="card" :aria-label="card.name">
    <RouterLink :to="`/scenes/${card.id}`" class="picture" :aria-label="`Open ${card.name}`">
      <img v-if="card.hasThumbnail" :src="http.thumbnailAddress(card.id, card.revision)" alt="" loading="lazy" />
      <i v-else class="bi bi-film" aria-hidden="true" />
    </RouterLink>
    <div class="words">
      <NameField ref="name" :name="card.name" @rename="emit('rename', $event)">
        <RouterLink :to="`/scenes/${card.id}`" class="name" tabindex="-1" :title="card.name">{{
          card.name
        }}</RouterLink>
      </NameField>
      <BDropdown
        lazy
        size="sm"
        variant="quiet"
        toggle-class="btn-small more"
        no-caret
        end
        :aria-label="`More for ${card.name}`"
      >
        <template #button-content
          ><i class="bi bi-three-dots" aria-hidden="true" /><span class="visually-hidden">More</span></template
        >
        <MenuItem @click="name?.rename()">Rename</MenuItem>
        <MenuItem @click="emit('duplicate')">Duplicate</MenuItem>
        <BDropdownItem :href="http.fileAddress(card.id)">Export scene file</BDropdownItem>
        <BDropdownDivider />
        <MenuItem @click="emit('remove')">Delete</MenuItem>
      </BDropdown>
    </div>
    <p class="facts num">
      {{ card.firstFrame }}–{{ card.lastFrame }} · {{ rateLabel(card.rate) }} fps · {{ card.objects }}
      {{ card.objects === 1 ? 'object' : 'objects' }}
    </p>
    <p class="facts">Changed {{ momentOf(card.changedAt) }}</p>
  </article>
</template>

<style scoped>
.card {
  padding: 8px 8px 12px;
  border: 1px solid var(--line);
  border-radius: 12px;
  background: var(--panel);
}
.card:hover {
  border-color: var(--dim);
}
.picture {
  display: grid;
  place-items: center;
  aspect-ratio: 16 / 9;
  border-radius: 8px;
  background: var(--stage);
  color: var(--dim);
  font-size: 28px;
  overflow: hidden;
}
.picture img {
  width: 100%;
  height: 100%;
  object-fit: cover;
}
.words {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 6px;
  margin: 8px 4px 2px;
}
.name {
  min-width: 0;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  color: var(--text);
  font-size: 14.5px;
  font-weight: 650;
  text-decoration: none;
}
.facts {
  margin: 0 4px;
  font-size: 11.5px;
  color: var(--dim);
}
</style>
