<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { LotField, type LotRow } from '@/features/lots'
import ChipChoice from '@/shared/components/ChipChoice.vue'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import { amountWords } from '@/shared/format/amount'
import { choicesOf, questionChips, questionWords, troubleWords } from '@/shared/labels'
import type { Asks } from '../api'
import { questionParts, type BenchTreatment } from '../logic/bench'

/** What the trial asks, as a sentence whose words are filled in: the question, the plant with its lot, or words of one’s own. */
const props = defineProps<{
  treatments: readonly BenchTreatment[]
  lotMessages: string[]
  questionMessages: string[]
  /** The lot is asked for again, as after copying a design. */
  askLot: boolean
}>()
const asks = defineModel<Asks>('asks', { required: true })
const lot = defineModel<number | null>('lot', { required: true })
/** What a person typed; empty: the sentence is the question. */
const question = defineModel<string>('question', { required: true })
const emit = defineEmits<{ sentence: [words: string] }>()

const row = ref<LotRow | null>(null)
const chips = computed({ get: () => [asks.value], set: ([a]) => (asks.value = a ?? 'alive') })
const plant = computed(() => row.value?.common_name || 'which seed')
const parts = computed(() => questionParts(asks.value, props.treatments))
const choosing = ref(lot.value === null)
watch(lot, (id) => (choosing.value = id === null))
const typing = ref(question.value !== '')
const typed = computed(() => typing.value || parts.value === null || props.questionMessages.length > 0)
watch(question, (q) => {
  if (q) typing.value = true
})
watch(
  () =>
    parts.value
      ? `${parts.value[0]} ${row.value?.common_name ?? 'this seed'} ${parts.value[1]}`.replace(' ?', '?')
      : '',
  (words) => emit('sentence', words),
  { immediate: true },
)
</script>

<template>
  <div class="asked">
    <ChipChoice v-model="chips" label="What do you want to know?" :choices="choicesOf(questionChips)" />
    <p v-if="parts && !question" class="question">
      {{ parts[0] }}
      <button
        type="button"
        class="word"
        :aria-label="`${plant}: choose the lot`"
        :aria-expanded="choosing"
        @click="choosing = !choosing"
      >
        {{ plant }}
      </button>
      {{ parts[1] }}
    </p>
    <p class="quiet of">
      <template v-if="row && !choosing">
        <span
          >Seed of <RouterLink :to="{ name: 'lot', params: { id: row.id } }">{{ row.code }}</RouterLink><template
            v-if="row.origin_place"
            >, {{ row.origin_place }}</template
          >, {{ amountWords(row.stock) }}</span
        >
        <button type="button" class="text-link" @click="choosing = true">Choose another lot</button>
      </template>
      <button v-if="!typed" type="button" class="text-link" @click="typing = true">Word the question yourself</button>
    </p>
    <LotField
      v-show="choosing || askLot || lotMessages.length > 0"
      v-model="lot"
      label="Lot"
      :messages="lotMessages"
      @chosen="(chosen) => (row = chosen)"
    />
    <v-text-field
      v-if="typed"
      v-model="question"
      label="Question"
      :placeholder="asks === 'other' ? 'Does longer cold help?' : questionWords[asks]"
      persistent-placeholder
      :error-messages="questionMessages"
    />
    <HazardBanner v-if="row" :hazards="row.hazards" />
    <p v-if="row?.trouble && row.trouble !== 'visitors'" class="notice bad">
      This lot is in quarantine ({{ troubleWords[row.trouble] }}): sow it by itself, if at all.
    </p>
  </div>
</template>

<style scoped>
.asked {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}

.asked p {
  margin: 0;
}

.of {
  display: flex;
  flex-wrap: wrap;
  gap: 0 6px;
  align-items: center;
}

.question {
  font: 600 1.7rem/1.25 var(--heading);
}

.word {
  padding: 0;
  border: 0;
  border-bottom: 3px solid var(--earth-2);
  background: none;
  font: inherit;
}

.text-link {
  min-height: 40px;
}

@media (max-width: 700px) {
  .question {
    font-size: 1.35rem;
  }
}
</style>
