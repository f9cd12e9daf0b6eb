<script setup lang="ts">
/** A line of a menu: it does something or, where `active` is said, is one of several of which one holds. */
withDefaults(defineProps<{ active?: boolean }>(), { active: undefined })
defineEmits<{ click: [] }>()
</script>

<template>
  <BDropdownItemButton
    :role="active === undefined ? 'menuitem' : 'menuitemradio'"
    :aria-checked="active"
    :active="active ?? false"
    @click="$emit('click')"
    ><slot
  /></BDropdownItemButton>
</template>
