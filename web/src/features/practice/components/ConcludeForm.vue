<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { numberOrNull } from '@/shared/format/numbers'
import { choicesOf } from '@/shared/labels/words'
import { useBenchWork, type BenchTrial, type Says } from '../api'
import { SAYS } from '../words'

/** What one concludes from a trial on the bench; afterwards the truth stands beside it. */
const props = defineProps<{ bench: number; trials: BenchTrial[] }>()
const router = useRouter()
const { conclude } = useBenchWork(props.bench)
const { attempt, at, foot } = useProblem()
const trial = ref<number[]>([])
watch(
  () => props.trials,
  (all) => {
    const last = all[all.length - 1]
    if (!trial.value.length && last) trial.value = [last.id]
  },
  { immediate: true },
)
const chosen = computed(() => props.trials.find((t) => t.id === trial.value[0]) ?? null)
const treated = computed(() => chosen.value?.treatments.filter((t) => t !== chosen.value?.untreated) ?? [])
const says = reactive<Record<string, Says[]>>({})
watch(treated, (names) => names.forEach((n) => (says[n] ??= ['cannot_say'])), { immediate: true })
const estimate = reactive({ of: '', low: '', high: '' })
watch(chosen, (t) => (estimate.of = t?.untreated || t?.treatments[0] || ''), { immediate: true })
const share = (typed: string) => {
  const n = numberOrNull(typed)
  return n === null ? null : n / 100
}

async function submit() {
  if (!chosen.value) return
  const body = {
    trial: chosen.value.id,
    says: treated.value.map((treatment) => ({ treatment, says: says[treatment]?.[0] ?? ('cannot_say' as const) })),
    of: estimate.of,
    low: share(estimate.low),
    high: share(estimate.high),
  }
  if (await attempt(() => conclude.mutateAsync(body))) await router.push(`/practice/${props.bench}`)
}
</script>

<template>
  <form class="form" @submit.prevent="submit">
    <ChipChoice
      v-if="trials.length > 1"
      v-model="trial"
      label="From which trial"
      :choices="trials.map((t) => ({ value: t.id, title: t.code }))"
    />
    <template v-for="name in treated" :key="name">
      <p class="name">
        <strong>{{ name }}</strong>, compared with untreated seed
      </p>
      <ChipChoice
        :model-value="says[name] ?? ['cannot_say']"
        :label="name"
        :choices="choicesOf(SAYS)"
        @update:model-value="(value) => (says[name] = value)"
      />
    </template>
    <p class="name">Optional: how many of 100 germinate?</p>
    <div class="form-row">
      <v-select v-model="estimate.of" :items="chosen?.treatments ?? []" label="Of" />
      <v-text-field v-model="estimate.low" label="Between" inputmode="decimal" />
      <v-text-field v-model="estimate.high" label="and" inputmode="decimal" :error-messages="at('/high')" />
    </div>
    <p v-if="foot('/high')" class="notice bad" role="alert">{{ foot('/high') }}</p>
    <div class="actions">
      <v-btn type="submit" color="primary" :loading="conclude.isPending.value">Submit conclusions</v-btn>
    </div>
    <p class="quiet">You can conclude once. Then the truth is shown.</p>
  </form>
</template>

<style scoped>
.name {
  margin: 14px 0 6px;
}
</style>
