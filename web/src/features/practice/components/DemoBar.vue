<script setup lang="ts">
import { ref } from 'vue'
import { leaveBench } from '@/shared/api/bench'
import { useProblem } from '@/shared/composables/useProblem'
import { discardBench, useBenchWork } from '../api'

/** In the demo nursery: that its records are made up, the way on in time, and the way back. */
const props = defineProps<{ bench: number }>()
const { goOn } = useBenchWork(props.bench)
const leaving = ref(false)
const { attempt, succeeds, sentence } = useProblem()

const on = (days: number) => attempt(() => goOn.mutateAsync(days))
async function discard() {
  leaving.value = true
  if (await succeeds(() => discardBench(props.bench))) leaveBench('/')
  leaving.value = false
}
</script>

<template>
  <p><strong>Demo nursery</strong> · These records are made up. Change anything: your own are not touched.</p>
  <div class="time">
    <button type="button" :disabled="goOn.isPending.value" @click="on(1)">Skip a day</button>
    <button type="button" :disabled="goOn.isPending.value" @click="on(7)">Skip a week</button>
    <button type="button" @click="leaveBench('/')">Back to your nursery</button>
    <button type="button" :disabled="leaving || goOn.isPending.value" @click="discard">
      Leave and discard changes
    </button>
  </div>
  <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
</template>
