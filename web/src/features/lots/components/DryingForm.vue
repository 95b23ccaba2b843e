<script setup lang="ts">
import { ref } from 'vue'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import FormFoot from '@/shared/components/FormFoot.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { numberOrNull } from '@/shared/format/numbers'
import { choicesOf, dryingWords } from '@/shared/labels'
import { useLotWork, type LotBench } from '../api'

/** Seed spread to dry, turned, looked at, found dry. */
const props = defineProps<{ lotId: number; bench: LotBench }>()
const emit = defineEmits<{ done: [] }>()

const KINDS = choicesOf(dryingWords)
const { dry } = useLotWork(() => props.lotId)
const { attempt, at, foot } = useProblem()
const kind = ref<(typeof KINDS)[number]['value'][]>([props.bench.turn_on ? 'turned' : 'spread'])
const humidity = ref('')
const note = ref('')

async function save() {
  const done = await attempt(() =>
    dry.mutateAsync({
      kind: kind.value[0] ?? 'looked',
      humidity_percent: numberOrNull(humidity.value),
      note: note.value,
    }),
  )
  if (done) emit('done')
}
</script>

<template>
  <form class="form" @submit.prevent="save">
    <p class="quiet">{{ bench.dry_sentence }} In paper, spread, with air, turned; wet seed in plastic rots.</p>
    <ChipChoice v-model="kind" label="What was done" :choices="KINDS" />
    <div class="form-row">
      <v-text-field
        v-model="humidity"
        label="Humidity around the seed, if measured"
        suffix="%"
        inputmode="decimal"
        :error-messages="at('/humidity_percent')"
      />
      <v-text-field v-model="note" label="Note" maxlength="300" />
    </div>
    <FormFoot action="Save" :busy="dry.isPending.value" :sentence="foot('/humidity_percent')" @leave="emit('done')" />
  </form>
</template>
