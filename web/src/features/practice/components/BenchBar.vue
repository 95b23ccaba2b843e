<script setup lang="ts">
import { useQueryClient } from '@tanstack/vue-query'
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { leaveBench } from '@/shared/api/bench'
import { useProblem } from '@/shared/composables/useProblem'
import { plural } from '@/shared/format/numbers'
import { useBench, useBenchWork } from '../api'
import DishesSeen from './DishesSeen.vue'

/** Stands over every page of a bench: that it is practice, what day it is there, and the way on in time. */
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
  () => void queries.invalidateQueries({ queryKey: ['practice'] }),
)
const on = (days: number) => attempt(() => goOn.mutateAsync(days))
</script>

<template>
  <aside class="bench no-print" aria-label="Practice bench">
    <p>
      <strong>Practice bench</strong>
      <template v-if="data">
        · {{ data.attempt.title }} · day {{ data.attempt.days }} · {{ data.seeds_left }} seeds left</template
      >
      <span v-if="data?.due_now" class="due"> · {{ plural(data.due_now, 'dish', 'dishes') }} due</span>
    </p>
    <div class="time">
      <button type="button" :disabled="goOn.isPending.value" @click="on(1)">A day on</button>
      <button type="button" :disabled="goOn.isPending.value" @click="on(7)">A week on</button>
      <button v-if="next && !data?.due_now" type="button" :disabled="goOn.isPending.value" @click="on(next)">
        To what is due next ({{ plural(next, 'day') }})
      </button>
      <RouterLink to="/practice/bench">The exercise</RouterLink>
      <button type="button" @click="leaveBench()">Leave</button>
    </div>
    <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
    <DishesSeen v-if="counting" :bench="bench" :trial="counting" :cut="route.name === 'close-trial'" />
  </aside>
</template>

<style scoped>
.bench {
  padding: 4px 28px 6px;
  border-bottom: 2px dashed var(--care);
  background: var(--future);
}

.bench > p {
  margin: 2px 0;
}

.due {
  color: var(--care);
  font-weight: 600;
}

.time {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 22px;
}

.time button,
.time a {
  min-height: 44px;
  padding: 0;
  color: var(--leaf);
  font-weight: 600;
  line-height: 44px;
  text-decoration: underline;
}

@media (max-width: 700px) {
  .bench {
    padding: 2px 16px 4px;
    font-size: 0.92rem;
  }
}
</style>
