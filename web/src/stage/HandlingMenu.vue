<script setup lang="ts">
import { useSelection } from '../scene/selection'
import { axesNames, centreNames, useHandling, type Axes, type Centre } from './handling'
import MenuItem from '../shared/MenuItem.vue'

const handling = useHandling()
const selection = useSelection()
const axes = Object.entries(axesNames) as [Axes, string][]
const centres = Object.entries(centreNames) as [Centre, string][]
</script>

<template>
  <BDropdown
    lazy
    teleport-to="body"
    size="sm"
    variant="chip"
    toggle-class="chip"
    title="Along which axes the handles work and, for several objects, about which centre"
    end
  >
    <template #button-content
      ><i class="bi bi-bounding-box-circles small-stage" aria-hidden="true" /><span class="wide-stage">{{
        axesNames[handling.axes]
      }}</span></template
    >
    <MenuItem v-for="[each, name] in axes" :key="each" :active="handling.axes === each" @click="handling.axes = each">{{
      name
    }}</MenuItem>
    <BDropdownDivider />
    <BDropdownText v-if="selection.objects.size < 2" class="dim">Several objects turn and size</BDropdownText>
    <MenuItem
      v-for="[each, name] in centres"
      :key="each"
      :active="handling.centre === each"
      @click="handling.centre = each"
      >{{ name }}</MenuItem
    >
  </BDropdown>
</template>
