<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import DayField from '@/shared/components/DayField.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { dayAfter, isoDay } from '@/shared/format/dates'
import { plural } from '@/shared/format/numbers'
import { usePlanPackets, type PacketResult } from '../api'

/** The packets that are worth sowing, as sowing plans: so many plants of each by a day. */
const props = defineProps<{ packets: readonly PacketResult[] }>()
const emit = defineEmits<{ leave: [] }>()

const SPRING_DAYS = 120
const router = useRouter()
const plan = usePlanPackets()
const { attempt, at, sentence, question } = useProblem()
const plants = ref('24')
const on = ref(dayAfter(isoDay(new Date()), SPRING_DAYS))

async function save(sure = false) {
  const body = {
    treatments: props.packets.map((p) => p.treatment),
    plants_wanted: Number(plants.value),
    wanted_on: on.value,
    sure,
  }
  const made = await attempt(() => plan.mutateAsync(body))
  if (made) await router.push('/sowing')
}
</script>

<template>
  <form class="plan no-print" aria-label="Plan sowings" @submit.prevent="save()">
    <v-text-field
      v-model="plants"
      label="Plants of each packet"
      inputmode="numeric"
      :error-messages="question ? [] : at('/plants_wanted')"
    />
    <DayField v-model="on" of="plan" label="Wanted on" :messages="at('/wanted_on')" />
    <v-btn type="submit" color="primary" :loading="plan.isPending.value"
      >Plan {{ plural(packets.length, 'sowing') }}</v-btn
    >
    <button type="button" class="text-link" @click="emit('leave')">Cancel</button>
    <p v-if="sentence" class="notice" :class="{ bad: !question }" role="alert">
      {{ sentence }}
      <button v-if="question" type="button" class="text-link" @click="save(true)">Plan them</button>
    </p>
  </form>
</template>

<style scoped>
.plan {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  align-items: center;
  padding: 10px 0;
}

.plan > :first-child {
  max-width: 190px;
}

p {
  flex-basis: 100%;
  margin: 0;
}
</style>
