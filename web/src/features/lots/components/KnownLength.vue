<script setup lang="ts">
import { computed } from 'vue'
import { addressOf } from '@/shared/api/bench'
import type { Known } from '../composables/usePhotoSeries'

/** Where the scale of a photo comes from: the printed sheet, or a coin or ruler whose two ends are tapped. */
defineProps<{ sheet: string | null }>()
const known = defineModel<Known | null>('known', { required: true })
const measuring = defineModel<boolean>('measuring', { required: true })

const ends = computed(() => known.value?.ends.length ?? 0)
const LEAD = ['Tap one end of a coin or of a length on a ruler.', 'Tap the other end.', 'Type how long it is.']
function type(mm: string) {
  known.value = { ends: known.value?.ends ?? [], mm }
}
function forget() {
  known.value = null
  measuring.value = false
}
</script>

<template>
  <p v-if="sheet && !measuring && !known" class="quiet">Scale: from the {{ sheet }} photo sheet.</p>
  <template v-else-if="measuring || known">
    <p>{{ LEAD[ends] }}</p>
    <div class="form-row">
      <v-text-field
        :model-value="known?.mm ?? ''"
        label="Length"
        suffix="mm"
        inputmode="decimal"
        hide-details
        @update:model-value="type"
      />
      <button type="button" class="text-link" @click="measuring = !measuring">
        {{ measuring ? 'Done' : 'Mark again' }}
      </button>
      <button type="button" class="text-link" @click="forget">Remove</button>
    </div>
  </template>
  <p v-else class="ways">
    <button type="button" class="text-link" @click="measuring = true">Give the scale by a coin or ruler</button>
    <a :href="addressOf('/api/v1/photo-sheet/large/')" target="_blank" rel="noopener">Print a photo sheet</a>
  </p>
</template>

<style scoped>
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
}
</style>
