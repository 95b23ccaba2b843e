<script setup lang="ts">
/** The foot of a form: what was refused or asked, the one action, and the way out; nothing typed is lost either way. */
defineProps<{
  action: string
  busy: boolean
  sentence: string
  disabled?: boolean
  leave?: string
  /** The sentence is a question: the second button answers it. */
  question?: boolean
}>()
const emit = defineEmits<{ leave: []; sure: [] }>()
</script>

<template>
  <p v-if="sentence" class="notice" :class="{ bad: !question }" role="alert">{{ sentence }}</p>
  <div class="actions">
    <v-btn v-if="question" color="primary" :loading="busy" @click="emit('sure')">Yes, it is so: record it</v-btn>
    <v-btn
      type="submit"
      color="primary"
      :variant="question ? 'outlined' : 'flat'"
      :loading="busy"
      :disabled="disabled"
      >{{ question ? 'I changed it: try again' : action }}</v-btn
    >
    <v-btn variant="text" @click="emit('leave')">{{ leave ?? 'Not now' }}</v-btn>
  </div>
</template>
