import { defineStore } from 'pinia'
import { ref } from 'vue'

/** Whether the command finder or the list of shortcuts is open. */
export const useFinder = defineStore('finder', () => ({ finding: ref(false), listing: ref(false) }))
