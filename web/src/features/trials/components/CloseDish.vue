<script setup lang="ts">
import { ref } from 'vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import type { CountSheet } from '../api'
import { foundIn, noFates, type Fates } from '../logic/fates'
import FateFields from './FateFields.vue'

/** Close the dish in hand with the fates of what is left; what nobody checked stays unknown. */
const props = defineProps<{ remaining: number; meanings: CountSheet['fates']; sentence: string }>()
const emit = defineEmits<{ close: [fates: Fates] }>()
/** While it is open the thumb bar makes room. */
const open = defineModel<boolean>('open', { required: true })

const fates = ref(noFates())

function close() {
  if (foundIn(fates.value) <= props.remaining) emit('close', fates.value)
}
</script>

<template>
  <p v-if="!open" class="offer">
    <button type="button" class="link" @click="open = true">Close this dish: fates of {{ remaining }}?</button>
  </p>
  <form v-else class="close" @submit.prevent="close">
    <p>{{ remaining }} seeds are left. Cut or press them; leave a field empty where you did not check.</p>
    <FateFields v-model="fates" :remaining="remaining" :meanings="meanings" :told="false" />
    <FormFoot action="Close the dish" :busy="false" :sentence="sentence" leave="Keep counting" @leave="open = false" />
  </form>
</template>

<style scoped>
.offer {
  margin: 0;
  text-align: center;
}

.link {
  min-height: 48px;
  color: var(--leaf);
  text-decoration: underline;
}
</style>
