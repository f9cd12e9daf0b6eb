<script setup lang="ts">
import { useLayerActs } from './layerActs'
import LayerRow from './LayerRow.vue'
import { useLayers } from './layers'
import ReachField from './ReachField.vue'

/** The layers, the highest on top; the active one takes the keys. */
const layers = useLayers()
const acts = useLayerActs()
</script>

<template>
  <section class="layers" aria-label="Layers">
    <LayerRow v-for="layer in layers.downwards" :key="layer.id" :layer="layer" />
    <div class="base" :class="{ active: !layers.active }" data-layer="Base">
      <button
        type="button"
        class="name"
        :aria-pressed="!layers.active"
        aria-label="Keys go to Base"
        :title="layers.active ? 'Click to set keys in the base' : 'Keys go to the base, the objects’ own'"
        @click="layers.activate(null)"
      >
        Base
      </button>
      <ReachField />
      <button
        type="button"
        class="add"
        title="Add a layer: motion over the keys, which stay as they are"
        @click="acts.add"
      >
        <i class="bi bi-plus-lg" aria-hidden="true" /> Layer
      </button>
    </div>
  </section>
</template>

<style scoped>
.layers {
  margin: -2px 0 8px;
  padding-bottom: 8px;
  border-bottom: 1px solid var(--line-soft);
}
.base {
  display: flex;
  align-items: center;
  gap: 4px;
  height: 26px;
  margin-top: 1px;
  padding: 0 2px 0 9px;
  border-radius: 7px;
  font-size: 12px;
}
.base.active {
  background: var(--raised);
}
.active .name {
  font-weight: 650;
}
.name {
  flex: 1;
  height: 100%;
  padding: 0 2px;
  border: 0;
  background: none;
  color: var(--text);
  text-align: left;
}
.add {
  padding: 0 7px;
  border: 1px solid var(--line);
  border-radius: 7px;
  background: none;
  color: var(--dim);
  font-size: 11.5px;
}
.add:hover {
  color: var(--text);
}
</style>
