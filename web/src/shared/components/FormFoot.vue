<script setup lang="ts">
/** The foot of a form: what was refused, the one action, and the way out; nothing typed is lost either way. */
defineProps<{ action: string; busy: boolean; sentence: string; disabled?: boolean; leave?: string }>()
const emit = defineEmits<{ leave: [] }>()
</script>

<template>
  <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
  <div class="actions">
    <v-btn type="submit" color="primary" :loading="busy" :disabled="disabled">{{ action }}</v-btn>
    <v-btn variant="text" @click="emit('leave')">{{ leave ?? 'Not now' }}</v-btn>
  </div>
</template>
