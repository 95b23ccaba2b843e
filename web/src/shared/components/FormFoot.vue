<script setup lang="ts">
import { nextTick, ref, watch } from 'vue'

/** The foot of a form: what was refused or asked, the one action, and the way out; nothing typed is lost either way. */
const props = defineProps<{
  action: string
  busy: boolean
  sentence: string
  disabled?: boolean
  leave?: string
  /** The sentence is a question: the second button answers it. */
  question?: boolean
}>()
const emit = defineEmits<{ leave: []; sure: [] }>()

// on a phone the answer may come below the edge: it is brought into view with what can be done about it
const actions = ref<HTMLElement | null>(null)
watch(
  () => props.sentence,
  async (said) => {
    await nextTick()
    if (said) actions.value?.scrollIntoView({ block: 'nearest' })
  },
)
</script>

<template>
  <p v-if="sentence" class="notice" :class="{ bad: !question }" role="alert">{{ sentence }}</p>
  <div ref="actions" class="actions">
    <v-btn v-if="question" color="primary" :loading="busy" @click="emit('sure')">Yes, record it</v-btn>
    <v-btn
      type="submit"
      color="primary"
      :variant="question ? 'outlined' : 'flat'"
      :loading="busy"
      :disabled="disabled"
      >{{ question ? 'I changed it, try again' : action }}</v-btn
    >
    <v-btn variant="text" @click="emit('leave')">{{ leave ?? 'Cancel' }}</v-btn>
  </div>
</template>
