<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { leaveBench } from '@/shared/api/bench'
import { useProblem } from '@/shared/composables/useProblem'
import { plural } from '@/shared/format/numbers'
import { useBench, useBenchWork } from '../api'
import DishesSeen from './DishesSeen.vue'

/** On an exercise: what day it is there, what is due, and the way on in time. */
const props = defineProps<{ bench: number }>()
const route = useRoute()
const queries = useQueryClient()
const { data } = useBench(props.bench)
const { goOn } = useBenchWork(props.bench)
const { attempt, sentence } = useProblem()
const counting = computed(() =>
  route.name === 'count' || route.name === 'close-trial' ? Number(route.params.id) : null,
)
const next = computed(() => data.value?.next_in_days ?? null)
// what was recorded by hand on a page changes what is due
watch(
  () => route.fullPath,
  () => void queries.invalidateQueries({ queryKey: ['practice', props.bench] }),
)
const on = (days: number) => attempt(() => goOn.mutateAsync(days))
</script>

<template>
  <p>
    <strong>Practice bench</strong>
    <template v-if="data">
      · {{ data.attempt.title }} · day {{ data.attempt.days }} · {{ data.seeds_left }} seeds left</template
    >
    <span v-if="data?.due_now" class="due"> · {{ plural(data.due_now, 'dish', 'dishes') }} due</span>
  </p>
  <div class="time">
    <button type="button" :disabled="goOn.isPending.value" @click="on(1)">Skip a day</button>
    <button type="button" :disabled="goOn.isPending.value" @click="on(7)">Skip a week</button>
    <button v-if="next && !data?.due_now" type="button" :disabled="goOn.isPending.value" @click="on(next)">
      Skip {{ plural(next, 'day') }}, to the next count
    </button>
    <RouterLink to="/practice/bench">Exercise</RouterLink>
    <button type="button" @click="leaveBench()">Leave</button>
  </div>
  <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
  <DishesSeen v-if="counting" :bench="bench" :trial="counting" :cut="route.name === 'close-trial'" />
</template>

<style scoped>
.due {
  color: var(--care);
  font-weight: 600;
}
</style>
