<script setup lang="ts">
import LooseDialogs from '../loose/LooseDialogs.vue'
import RecordDialogs from '../record/RecordDialogs.vue'
import EffortBar from './EffortBar.vue'
import BakeDialogs from '../baking/BakeDialogs.vue'
import ContactDialog from '../checks/ContactDialog.vue'
import { useContacts } from '../checks/contacts'
import ClipDialogs from '../clips/ClipDialogs.vue'
import ShortcutList from '../commands/ShortcutList.vue'
import type { Command } from '../commands/command'
import CueDialogs from '../cues/CueDialogs.vue'
import BvhDialog from '../joints/BvhDialog.vue'
import { useBvhDialog } from '../joints/bvhDialog'
import LayerDialogs from '../layers/LayerDialogs.vue'
import { useFinder } from '../commands/finder'
import KeyDialogs from '../desk/KeyDialogs.vue'
import FlowDialogs from '../flow/FlowDialogs.vue'
import { useSvgDialog } from '../paths/svgDialog'
import SvgDialog from '../paths/SvgDialog.vue'
import SendOutDialog from '../outgoing/SendOutDialog.vue'
import { useOutgoing } from '../outgoing/outgoing'
import ShootDialog from '../reels/ShootDialog.vue'
import { useShooting } from '../reels/shooting'
import TableDialog from '../tables/TableDialog.vue'
import { useTableDialog } from '../tables/tableDialog'
import BringInDialog from '../incoming/BringInDialog.vue'
import { useBringIn } from '../incoming/bringIn'
import TimeDialogs from '../timebar/TimeDialogs.vue'

/** The dialogs of the workspace: fetched once the scene is there, so that it is there sooner. */
defineProps<{ commands: readonly Command[] }>()
const finder = useFinder()
const svg = useSvgDialog()
const bvh = useBvhDialog()
const shooting = useShooting()
const contacts = useContacts()
const outgoing = useOutgoing()
const table = useTableDialog()
const bringIn = useBringIn()
</script>

<template>
  <ShortcutList v-if="finder.listing" :commands="commands" />
  <TimeDialogs />
  <KeyDialogs />
  <FlowDialogs />
  <ClipDialogs />
  <LayerDialogs />
  <EffortBar />
  <BakeDialogs />
  <LooseDialogs />
  <RecordDialogs />
  <CueDialogs />
  <ContactDialog v-if="contacts.isAsking" @close="contacts.isAsking = false" />
  <SendOutDialog v-if="outgoing.isOpen" @close="outgoing.isOpen = false" />
  <ShootDialog v-if="shooting.asking" @close="shooting.asking = false" />
  <BvhDialog v-if="bvh.isOpen" :dropped="bvh.dropped" @close="bvh.isOpen = false" />
  <TableDialog v-if="table.isOpen" :dropped="table.dropped" @close="table.isOpen = false" />
  <BringInDialog v-if="bringIn.isOpen" @close="bringIn.isOpen = false" />
  <SvgDialog v-if="svg.isOpen" :dropped="svg.dropped" @close="svg.isOpen = false" />
</template>
