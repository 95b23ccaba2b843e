<script setup lang="ts">
import { computed, ref } from 'vue'
import { rightNow } from '@/shared/api/clock'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { percent } from '@/shared/format/numbers'
import { useVerdictChanges, type VerdictPage } from '../api'

/** A person's own words on the trial; they go along to the lot and the recipe. */
const props = defineProps<{ page: VerdictPage }>()
const emit = defineEmits<{ done: [] }>()
const { conclude } = useVerdictChanges(props.page.trial)
const { attempt, at, foot } = useProblem()

const words = ref('')
const treatment = ref<number | null>(
  props.page.treatments.find((t) => t.name === props.page.verdict.chosen)?.id ?? null,
)
const client = crypto.randomUUID()
const items = computed(() => [
  { value: null, title: 'none of them' },
  ...props.page.treatments.map((t) => ({ value: t.id, title: `${t.name}, ${percent(t.share)} %` })),
])

async function save() {
  const body = { client_id: client, at: rightNow().toISOString(), words: words.value, treatment: treatment.value }
  if (await attempt(() => conclude.mutateAsync(body))) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <v-select v-model="treatment" :items="items" label="I choose" :error-messages="at('/treatment')" />
    <v-textarea
      v-model="words"
      label="What I conclude"
      rows="3"
      auto-grow
      maxlength="1000"
      :error-messages="at('/words')"
    />
    <FormFoot
      action="Keep it"
      :busy="conclude.isPending.value"
      :sentence="foot('/treatment', '/words')"
      @leave="emit('done')"
    />
  </form>
</template>
