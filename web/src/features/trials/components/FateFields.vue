<script setup lang="ts">
import { computed } from 'vue'
import { fateWords } from '@/shared/labels'
import type { CountSheet } from '../api'
import { FATES, foundIn, type Fates } from '../logic/fates'

/** What is left of a dish, by cut or press; what is not typed was not checked. Each answer says what it would tell. */
const props = defineProps<{
  remaining: number
  meanings: CountSheet['fates']
  told: boolean
}>()
const fates = defineModel<Fates>({ required: true })

const unchecked = computed(() => props.remaining - foundIn(fates.value))
const meaningOf = (fate: string | null) => props.meanings.find((m) => m.fate === fate)?.meaning ?? ''
</script>

<template>
  <div class="fates">
    <v-text-field
      v-for="f in FATES"
      :key="f"
      v-model="fates[f]"
      :label="fateWords[f]"
      inputmode="numeric"
      :hint="told ? '' : meaningOf(f)"
      :persistent-hint="!told"
    />
  </div>
  <p v-if="unchecked < 0" class="notice bad" role="alert">
    {{ remaining - unchecked }} seeds are more than the {{ remaining }} that are left: lower one of them.
  </p>
  <p v-else-if="unchecked" class="quiet small">
    {{ unchecked }} not checked<template v-if="!told">: {{ meaningOf(null) }}</template
    >.
  </p>
</template>

<style scoped>
.fates {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(120px, 1fr));
  gap: 10px;
}

.small {
  margin: 4px 0 0;
  font-size: 0.9rem;
}
</style>
