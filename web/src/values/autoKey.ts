import { defineStore } from 'pinia'
import { ref } from 'vue'

/** Whether every change by hand makes a key at once. */
export const useAutoKey = defineStore('autoKey', () => {
  const isOn = ref(false)
  const toggle = () => (isOn.value = !isOn.value)
  return { isOn, toggle }
})
