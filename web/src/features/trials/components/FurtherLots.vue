<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { fetchLotRows, LotField, type LotRow } from '@/features/lots'
import HazardBanner from '@/shared/components/HazardBanner.vue'
import { amountWords } from '@/shared/format/amount'
import { troubleWords } from '@/shared/labels'

/** The lots that a trial tests beside the first one, each with what it holds; and which of them the others are compared with. */
const props = defineProps<{
  first: number | null
  /** Each lot has one treatment, so that the lots themselves are compared. */
  alone: boolean
  messages: string[]
}>()
const lots = defineModel<number[]>({ required: true })
const reference = defineModel<number | null>('reference', { required: true })
const emit = defineEmits<{ rows: [rows: LotRow[]] }>()

const adding = ref(false)
const wanted = ref<number | null>(null)
const said = ref('')
const every = computed(() => [...(props.first === null ? [] : [props.first]), ...lots.value])
const { data } = useQuery({
  queryKey: ['lots', 'of-trial', every],
  queryFn: () => fetchLotRows(every.value),
  enabled: () => lots.value.length > 0,
})
const rows = computed(() => every.value.flatMap((id) => data.value?.find((r) => r.id === id) ?? []))
const further = computed(() => rows.value.filter((r) => lots.value.includes(r.id)))
watch(rows, (found) => emit('rows', found))
watch(wanted, (id) => {
  if (id === null) return
  said.value = every.value.includes(id) ? 'That lot is in this trial already. Choose another one.' : ''
  if (!said.value) {
    lots.value = [...lots.value, id]
    adding.value = false
  }
  wanted.value = null
})

function remove(id: number) {
  lots.value = lots.value.filter((x) => x !== id)
  if (reference.value === id) reference.value = null
}
const quarantined = (r: LotRow) => r.trouble && r.trouble !== 'visitors'
const about = (r: LotRow) => [r.form, r.origin_place, amountWords(r.stock)].filter(Boolean).join(', ')
</script>

<template>
  <div class="further">
    <ul v-if="further.length">
      <li v-for="r in further" :key="r.id">
        <span
          >and seed of <RouterLink class="code" :to="{ name: 'lot', params: { id: r.id } }">{{ r.code }}</RouterLink>,
          {{ r.common_name }}<template v-if="about(r)">, {{ about(r) }}</template></span
        >
        <button type="button" class="text-link" :aria-label="`Remove lot ${r.code}`" @click="remove(r.id)">
          Remove
        </button>
        <HazardBanner :hazards="r.hazards" />
        <p v-if="quarantined(r)" class="notice bad">
          {{ r.code }} is in quarantine ({{ troubleWords[r.trouble as keyof typeof troubleWords] }}): sow it by itself,
          if at all.
        </p>
      </li>
    </ul>
    <LotField v-if="adding" v-model="wanted" label="Another lot" :messages="said ? [said] : messages" />
    <p v-else>
      <button v-if="first !== null" type="button" class="text-link" @click="adding = true">Add another lot</button>
    </p>
    <p v-if="messages.length && !adding" class="late" role="alert">{{ messages[0] }}</p>
    <label v-if="alone && lots.length" class="compared">
      Compare
      <select v-model="reference">
        <option :value="null">each lot with each other</option>
        <option v-for="r in rows" :key="r.id" :value="r.id">the others with {{ r.code }}</option>
      </select>
    </label>
  </div>
</template>

<style scoped>
.further {
  display: grid;
  gap: 4px;
}

ul {
  margin: 0;
  padding: 0;
  list-style: none;
}

li {
  color: var(--ink-2);
}

li .text-link {
  min-height: 36px;
  margin-left: 8px;
}

.compared {
  display: flex;
  gap: 8px;
  align-items: center;
}

select {
  min-height: 40px;
  padding: 0 8px;
  border: 1px solid var(--line);
  border-radius: 8px;
  background: var(--sheet);
}
</style>
