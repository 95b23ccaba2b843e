<script setup lang="ts">
import WideTable from '@/shared/components/WideTable.vue'
import { moment } from '@/shared/format/dates'
import { useLotWork, type LotBench } from '../api'
import { logWord } from '../logic/logWord'

/** What was done with a lot and seen of it; a slip is taken back and stays to be seen. */
const props = defineProps<{ lotId: number; log: LotBench['log']; mayChange: boolean }>()

const { takeBack } = useLotWork(() => props.lotId)
type Recorded = 'calibration' | 'cleaning' | 'drying' | 'quality'
</script>

<template>
  <p v-if="!log.length" class="quiet">Cleaning, drying, cut tests and counted samples will be listed here.</p>
  <WideTable v-else label="Log">
    <tbody>
      <tr v-for="line in log" :key="`${line.record}${line.id}`" :class="{ struck: !line.stands }">
        <td class="nowrap quiet">{{ moment(line.at) }}, {{ line.by }}</td>
        <td>
          <strong>{{ logWord(line) }}</strong>
          <template v-if="line.said">: {{ line.said }}</template>
          <span v-if="line.note" class="quiet"> {{ line.note }}</span>
        </td>
        <td class="num">
          <button
            v-if="mayChange && line.stands"
            type="button"
            class="text-link"
            @click="takeBack.mutate({ record: line.record as Recorded, id: line.id })"
          >
            Undo
          </button>
          <span v-else-if="!line.stands">undone</span>
        </td>
      </tr>
    </tbody>
  </WideTable>
</template>
