<script setup lang="ts">
import { computed, ref } from 'vue'
import PageState from '@/shared/components/PageState.vue'
import { weekdayLong } from '@/shared/format/dates'
import { percent } from '@/shared/format/numbers'
import { useStandSeason } from '../api'
import RipeGoneDrawing from './RipeGoneDrawing.vue'

/** When a stand's seed is ripe and when it is gone, and what coming on a later day would lose. */
const props = defineProps<{ id: number; today: string }>()
const { data: season, isPending, error, refetch } = useStandSeason(() => props.id)
const ahead = ref(7)
const coming = computed(() => season.value?.returns[ahead.value] ?? null)
const loses = computed(() => {
  const lost = coming.value?.loses ?? 0
  return lost < 0.01 ? 'less than 1 %' : `≈ ${percent(lost)} %`
})
</script>

<template>
  <PageState :pending="isPending" :error="error" @retry="refetch" />
  <template v-if="season && season.days.length">
    <p v-for="s in season.sentences" :key="s" class="line">{{ s }}</p>
    <RipeGoneDrawing :season="season" :today="today" :coming="coming?.on ?? null" />
    <label class="return"
      >Come back in <strong>{{ ahead === 1 ? '1 day' : `${ahead} days` }}</strong>
      <input v-model.number="ahead" type="range" min="0" :max="season.returns.length - 1" step="1" />
    </label>
    <p v-if="coming" class="line" role="status">
      {{ coming.sentence }}
      <template v-if="ahead">Until {{ weekdayLong(coming.on) }}, {{ loses }} of the seed is expected to fall.</template>
    </p>
    <p class="quiet">
      {{ season.rests_on }} How fast it ripens and how long it is held are starting points. Permits and local rules come
      first.
    </p>
  </template>
  <p v-else-if="season" class="quiet">
    Nothing is known of its season yet. How it sheds decides when to go next. The first visit begins this picture, or a
    harvest of an earlier year.
  </p>
</template>

<style scoped>
.line {
  margin: 0 0 4px;
}

.return {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
  min-height: 44px;
}

.return input {
  flex: 1 1 200px;
  min-height: 44px;
  accent-color: var(--leaf);
}
</style>
