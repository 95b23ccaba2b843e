<script setup lang="ts">
import { computed, ref } from 'vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { STEP_KINDS } from '@/shared/kinds'
import { doseWords, stepWords } from '@/shared/labels'
import { useBatchWork, useSupplies, type BatchStep } from '../api'

/** Before a step starts: what can hurt, the gentler way, and what is confirmed by name, each time. */
const props = defineProps<{ batch: number; step: BatchStep; initials: string }>()
const emit = defineEmits<{ done: []; leave: [] }>()

const { begin } = useBatchWork(() => props.batch)
const { data: supplies } = useSupplies()
const { succeeds, at, foot } = useProblem()
const ticked = ref<string[]>([])
const name = ref('')
const supply = ref<number | null>(null)
// one id for one intention: a second tap is the same step
const clientId = crypto.randomUUID()

const uses = computed(() => {
  const fitting = STEP_KINDS[props.step.kind].supplies
  return (supplies.value?.results ?? [])
    .filter((s) => !s.used_up && fitting.includes(s.kind))
    .map((s) => ({ value: s.id, title: `${s.name}: ${s.age_days} days old, used ${s.uses} ×` }))
})
const silent = computed(() => props.step.by_the_clock && props.step.forgives === 'nothing')

async function start() {
  const done = await succeeds(() =>
    begin.mutateAsync({
      client_id: clientId,
      step: props.step.id,
      confirmed: ticked.value,
      confirmed_by: name.value,
      supply: supply.value,
    }),
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="form start" @submit.prevent="start">
    <h3>
      Begin: {{ stepWords[step.kind]
      }}<template v-if="step.duration">, {{ doseWords(step.duration, step.unit, step.kind) }}</template>
    </h3>
    <template v-if="step.caution">
      <p class="notice bad">
        <strong>{{ step.caution.hazard }}</strong> {{ step.caution.care }}
      </p>
      <p>
        <strong>The gentler way: {{ step.caution.gentler }}</strong>
        <RouterLink to="/recipes"> Choose another recipe</RouterLink>
      </p>
    </template>
    <p v-if="silent" class="notice bad">
      A locked phone or a closed tab stays silent. Start a second timer at the bench before the seed goes in.
    </p>
    <fieldset v-if="step.checks.length">
      <legend>Confirmed, this time</legend>
      <label v-for="c in step.checks" :key="c" class="tick"
        ><input v-model="ticked" type="checkbox" :value="c" /> {{ c }}</label
      >
      <p v-if="at('/confirmed').length" class="late" role="alert">{{ at('/confirmed')[0] }}</p>
    </fieldset>
    <div class="form-row">
      <v-text-field
        v-if="step.checks.length"
        v-model="name"
        label="Name of the person doing it"
        :placeholder="initials"
        maxlength="60"
        :error-messages="at('/confirmed_by')"
      />
      <v-select v-if="uses.length" v-model="supply" :items="uses" label="With" clearable />
    </div>
    <FormFoot
      :action="step.done_not_waited ? 'It is done' : 'Start now'"
      :busy="begin.isPending.value"
      :sentence="foot('/confirmed', '/confirmed_by')"
      @leave="emit('leave')"
    />
  </form>
</template>

<style scoped>
.start {
  padding: 14px 16px;
  border: 1.5px solid var(--line);
  border-radius: 10px;
  background: var(--sheet);
}

fieldset {
  border: 0;
}

legend {
  font-weight: 600;
}
</style>
