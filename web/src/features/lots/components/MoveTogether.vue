<script setup lang="ts">
import { ref } from 'vue'
import { PlaceField } from '@/features/places'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { plural } from '@/shared/format/numbers'
import { useMoveTogether, type LotRow } from '../api'

/** The place that several lots are put into, each in the container that it is in. */
const props = defineProps<{ lots: readonly LotRow[] }>()
const emit = defineEmits<{ done: []; leave: [] }>()
const move = useMoveTogether()
const { succeeds, at, foot, question } = useProblem()
const place = ref<number | null>(null)

async function save(sure = false) {
  if (place.value === null) return
  const body = { lots: props.lots.map((l) => l.id), place: place.value, sure }
  if (await succeeds(() => move.mutateAsync(body))) emit('done')
}
</script>

<template>
  <form class="form together" @submit.prevent="save()">
    <PlaceField v-model="place" label="Move to" :messages="at('/place')" />
    <FormFoot
      :action="`Move ${plural(lots.length, 'lot')}`"
      :busy="move.isPending.value"
      :disabled="place === null"
      :question="question"
      :sentence="foot('/place')"
      @leave="emit('leave')"
      @sure="save(true)"
    />
  </form>
</template>

<style scoped>
.together {
  flex-basis: 100%;
  max-width: 460px;
}
</style>
