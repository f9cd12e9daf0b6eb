<script setup lang="ts">
import { useSelection } from '../scene/selection'
import { axesNames, centreNames, useHandling, type Axes, type Centre } from './handling'

const handling = useHandling()
const selection = useSelection()
const axes = Object.entries(axesNames) as [Axes, string][]
const centres = Object.entries(centreNames) as [Centre, string][]
</script>

<template>
  <BDropdown
    lazy
    size="sm"
    variant="chip"
    toggle-class="chip"
    :text="axesNames[handling.axes]"
    title="Along which axes the handles work and, for several objects, about which centre"
    end
  >
    <BDropdownItemButton
      v-for="[each, name] in axes"
      :key="each"
      :active="handling.axes === each"
      @click="handling.axes = each"
      >{{ name }}</BDropdownItemButton
    >
    <BDropdownDivider />
    <BDropdownText v-if="selection.objects.size < 2" class="dim">Several objects turn and size</BDropdownText>
    <BDropdownItemButton
      v-for="[each, name] in centres"
      :key="each"
      :active="handling.centre === each"
      @click="handling.centre = each"
      >{{ name }}</BDropdownItemButton
    >
  </BDropdown>
</template>
