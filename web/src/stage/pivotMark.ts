import { defineStore } from 'pinia'
import { ref } from 'vue'

/** The group whose place the stage marks as a pivot, while somebody chooses it. */
export const usePivotMark = defineStore('pivotMark', () => ({ group: ref<number | null>(null) }))
