<script setup lang="ts">
import { computed } from 'vue'
import { useQuestions } from '../scene/questions'

const questions = useQuestions()
const asked = computed(() => questions.waiting[0])
</script>

<template>
  <BModal
    v-if="asked"
    :key="asked.question.text"
    focus="[autofocus]"
    no-animation
    :model-value="true"
    :title="asked.question.title"
    title-tag="h2"
    no-footer
    @hidden="asked.answer(asked.question.otherwise)"
  >
    <div class="ask">
      <p class="mb-0">{{ asked.question.text }}</p>
      <div class="ways">
        <BButton
          v-for="(way, i) in asked.question.ways"
          :key="way.value"
          :variant="i === 0 ? 'lime' : 'quiet'"
          :autofocus="i === 0"
          :title="way.hint"
          @click="asked.answer(way.value)"
          >{{ way.label }}</BButton
        >
      </div>
    </div>
  </BModal>
</template>

<style scoped>
.ways {
  display: grid;
  gap: 8px;
}
</style>
