<script setup lang="ts">
import { computed, ref } from 'vue'
import { rightNow } from '@/shared/api/clock'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { percent } from '@/shared/format/numbers'
import { useDecisionChanges, type DecisionPage } from '../api'

/** A person's own words on the trial; they are copied to the lot and the recipe. */
const props = defineProps<{ page: DecisionPage }>()
const emit = defineEmits<{ done: [] }>()
const { conclude } = useDecisionChanges(props.page.trial)
const { attempt, at, foot } = useProblem()

const words = ref('')
const treatment = ref<number | null>(props.page.decision.use)
const client = crypto.randomUUID()
const items = computed(() => [
  { value: null, title: 'None of them' },
  ...props.page.decision.options.map((o) => ({ value: o.treatment, title: `${o.name}, ${percent(o.share)} %` })),
])

async function save() {
  const body = {
    client_id: client,
    at: rightNow().toISOString(),
    words: words.value,
    treatment: treatment.value,
    aim: props.page.decision.aim,
  }
  if (await attempt(() => conclude.mutateAsync(body))) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <v-select v-model="treatment" :items="items" label="Treatment" :error-messages="at('/treatment')" />
    <v-textarea v-model="words" label="Conclusion" rows="3" auto-grow maxlength="1000" :error-messages="at('/words')" />
    <FormFoot
      action="Save conclusion"
      :busy="conclude.isPending.value"
      :sentence="foot('/treatment', '/words')"
      @leave="emit('done')"
    />
  </form>
</template>
