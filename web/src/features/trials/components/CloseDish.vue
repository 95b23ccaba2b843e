<script setup lang="ts">
import { ref } from 'vue'
import { rightNow } from '@/shared/api/clock'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useKept } from '@/shared/outbox/useKept'
import type { CountDish, CountSheet } from '../api'
import { useLookOutbox } from '../composables/useLookOutbox'
import { fatesIn, foundIn, noFates } from '../logic/fates'
import FateFields from './FateFields.vue'

/** Close the dish in hand with the fates of what is left; what nobody checked stays unknown. Works without signal. */
const props = defineProps<{ dish: CountDish; trial: number; remaining: number; meanings: CountSheet['fates'] }>()
const emit = defineEmits<{ closed: [dish: number] }>()
/** While it is open the thumb bar makes room. */
const open = defineModel<boolean>('open', { required: true })

const { send } = useLookOutbox()
const { notKept, keeps } = useKept()
const fates = ref(noFates())

async function close() {
  const counts = fatesIn(fates.value)
  if (foundIn(fates.value) > props.remaining) return
  const body = { client_id: crypto.randomUUID(), dish: props.dish.id, at: rightNow().toISOString(), ...counts }
  const closing = { kind: 'closing' as const, trial: props.trial, code: props.dish.code, body }
  if (await keeps(() => send(closing))) emit('closed', props.dish.id)
}
</script>

<template>
  <p v-if="!open" class="offer">
    <button type="button" class="link" @click="open = true">Close this dish: what is left of {{ remaining }}?</button>
  </p>
  <form v-else class="close" @submit.prevent="close">
    <p>{{ remaining }} seeds are left. Cut or press them; leave a field empty where you did not check.</p>
    <FateFields v-model="fates" :remaining="remaining" :meanings="meanings" :told="false" />
    <FormFoot action="Close the dish" :busy="false" :sentence="notKept" leave="Keep counting" @leave="open = false" />
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
