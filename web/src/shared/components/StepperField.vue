<script setup lang="ts">
/** A whole number that is typed, or raised and lowered by a thumb. */
const props = defineProps<{
  label: string
  more: string
  fewer: string
  least?: number
  by?: number
  messages?: string[]
}>()
const value = defineModel<number | string>({ required: true })

function change(by: number) {
  const now = Number(value.value)
  if (Number.isFinite(now)) value.value = Math.max(props.least ?? 1, now + by)
}
</script>

<template>
  <div class="stepper">
    <button type="button" :aria-label="fewer" @click="change(-(by ?? 1))">−</button>
    <v-text-field v-model="value" :label="label" inputmode="numeric" :error-messages="messages" />
    <button type="button" :aria-label="more" @click="change(by ?? 1)">+</button>
  </div>
</template>

<style scoped>
.stepper {
  display: grid;
  grid-template-columns: 48px minmax(168px, 1fr) 48px;
  align-items: start;
}

button {
  height: 48px;
  border: 1.5px solid var(--line);
  border-radius: 10px 0 0 10px;
  background: var(--sheet);
  font-size: 1.3rem;
}

button:last-child {
  border-radius: 0 10px 10px 0;
}
</style>
