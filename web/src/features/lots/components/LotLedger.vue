<script setup lang="ts">
import { day } from '@/shared/format/dates'
import { seeds, withDoubt } from '@/shared/format/numbers'
import { amountUnitWords, knownWords, reasonWords, stockWords } from '@/shared/labels'
import WideTable from '@/shared/components/WideTable.vue'
import { useLotWork, type StockLine } from '../api'

/** The ledger of a lot, oldest first; corrected lines stay, struck out. */
const props = defineProps<{ lotId: number; lines: readonly StockLine[]; mayChange: boolean }>()
const emit = defineEmits<{ correct: [line: StockLine] }>()

const { takeBackStock } = useLotWork(() => props.lotId)
function amount(line: StockLine): string {
  if (line.amount_seeds === null) return '–'
  return withDoubt(line.amount_seeds, line.se_seeds, line.known !== 'counted')
}
function how(line: StockLine): string {
  const from = line.unit === 'seeds' ? knownWords[line.known] : `${line.amount} ${amountUnitWords[line.unit]}`
  const why = line.doubt && line.doubt !== 'guessed' ? reasonWords[line.doubt] : ''
  return [from, line.basis, why].filter(Boolean).join(', ')
}
</script>

<template>
  <p v-if="!lines.length" class="quiet">No entries yet.</p>
  <WideTable v-else label="Ledger">
    <thead>
      <tr>
        <th scope="col">when</th>
        <th scope="col">what</th>
        <th scope="col" class="num">seeds</th>
        <th scope="col" class="num">left</th>
        <th v-if="mayChange" scope="col"><span class="sr-only">correct</span></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="line in lines" :key="line.id" :class="{ struck: !line.stands }">
        <td class="nowrap">{{ day(line.at) }}, {{ line.by }}</td>
        <td>
          {{ stockWords[line.kind] }}<template v-if="line.reason">: {{ line.reason }}</template>
          <span class="quiet"> ({{ how(line) }})</span>
        </td>
        <td class="num nowrap">{{ amount(line) }}</td>
        <td class="num">{{ line.balance_seeds === null ? '–' : seeds(line.balance_seeds, false) }}</td>
        <td v-if="mayChange" class="nowrap">
          <template v-if="line.stands">
            <button type="button" class="text-link" @click="emit('correct', line)">Correct</button>
            <button type="button" class="text-link" @click="takeBackStock.mutate(line.id)">Undo</button>
          </template>
          <span v-else>corrected</span>
        </td>
      </tr>
    </tbody>
  </WideTable>
  <p v-if="takeBackStock.error.value" class="notice bad" role="alert">{{ takeBackStock.error.value.message }}</p>
</template>

<style scoped>
.text-link + .text-link {
  margin-left: 14px;
}
</style>
