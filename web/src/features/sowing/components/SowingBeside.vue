<script setup lang="ts">
import { computed } from 'vue'
import PageState from '@/shared/components/PageState.vue'
import { day, isoDay } from '@/shared/format/dates'
import { useSowing, useSowingPage } from '../api'
import SowingDays from './SowingDays.vue'
import SowingFurrow from './SowingFurrow.vue'

/** A sowing beside its list: what is wanted, its furrow, and its days. */
const props = defineProps<{ id: number }>()
const { data: plan, isPending, error, refetch } = useSowing(() => props.id)
const { data: page } = useSowingPage(() => props.id)
const sownOn = computed(() => page.value?.days.find((d) => d.day.task === 'sow')?.done_on ?? null)
const today = isoDay(new Date())
</script>

<template>
  <PageState :pending="isPending" :error="error" @retry="refetch" />
  <template v-if="plan && page">
    <h2>
      <RouterLink :to="{ name: 'sowing', params: { id } }"
        ><span class="code">{{ plan.code }}</span> {{ page.lot_name }}</RouterLink
      >
    </h2>
    <p class="sentence">
      {{ plan.plants_wanted }} plants by {{ day(plan.wanted_on)
      }}<template v-if="page.plants !== null">; {{ page.plants }} at the latest count</template>.
    </p>
    <SowingFurrow :key="id" :days="page.days.map((d) => d.day)" :today="today" :sown-on="sownOn" />
    <SowingDays :days="page.days" :today="today" />
    <p><RouterLink :to="{ name: 'sowing', params: { id } }">Open the sowing</RouterLink></p>
  </template>
</template>
