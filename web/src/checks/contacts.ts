import { defineStore } from 'pinia'
import { ref } from 'vue'
import { useNotices } from '../scene/notices'
import { useSelection } from '../scene/selection'

/** Asks for how long the selected objects stand. */
export const useContacts = defineStore('contacts', () => {
  const selection = useSelection()
  const isAsking = ref(false)
  const lacks = () => (selection.objects.size ? null : 'Select what stands first.')

  function ask(): void {
    const lack = lacks()
    if (lack) useNotices().say(lack)
    else isAsking.value = true
  }
  return { isAsking, lacks, ask }
})
