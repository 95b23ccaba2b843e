<script setup lang="ts">
import { ref } from 'vue'
import { weigh } from '../api'

/** A mass in grams: typed, or taken from the balance when it has come to rest. */
const props = defineProps<{ label: string; messages?: string[]; expected?: number | null }>()
const mass = defineModel<string>({ required: true })

const live = ref<number | null>(null)
const simulated = ref(false)
const trouble = ref('')

async function take() {
  trouble.value = ''
  live.value = 0
  try {
    const rest = await weigh(props.expected ?? null, (reading) => {
      live.value = reading.mass_g
      simulated.value = reading.simulated
    })
    mass.value = String(rest.mass_g)
  } catch (error) {
    trouble.value = error instanceof Error ? error.message : String(error)
  } finally {
    live.value = null
  }
}
</script>

<template>
  <div class="weigh">
    <v-text-field
      v-model="mass"
      :label="label"
      suffix="g"
      inputmode="decimal"
      :error-messages="messages"
      :hint="trouble || (simulated ? 'from the simulated balance' : '')"
      persistent-hint
    />
    <button type="button" class="take" :disabled="live !== null" :aria-label="`Weigh: ${label}`" @click="take">
      <span v-if="live !== null" class="figures">{{ live.toFixed(3) }} g</span>
      <template v-else>Weigh</template>
    </button>
  </div>
</template>

<style scoped>
.weigh {
  display: flex;
  gap: 8px;
  align-items: flex-start;
}

.weigh > :first-child {
  flex: 1;
}

.take {
  min-width: 92px;
  min-height: 48px;
  border: 1.5px solid var(--leaf);
  border-radius: 8px;
  color: var(--leaf);
  font-weight: 600;
}
</style>
