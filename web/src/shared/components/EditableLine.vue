<script setup lang="ts">
import { ref, watchEffect } from 'vue'

/** One line that says how something is set, with its fields behind “Change”; fields with a message show themselves. */
const props = defineProps<{ label: string; words: string; messages?: string[] }>()
const open = ref(false)
watchEffect(() => {
  if (props.messages?.length) open.value = true
})
</script>

<template>
  <div class="line">
    <p>
      <strong>{{ label }}</strong> {{ words }}
      <button
        type="button"
        class="text-link"
        :aria-expanded="open"
        :aria-label="`Change: ${label}`"
        @click="open = !open"
      >
        {{ open ? 'Done' : 'Change' }}
      </button>
    </p>
    <div v-if="open" class="fields"><slot /></div>
  </div>
</template>

<style scoped>
.line {
  padding: 4px 0;
  border-bottom: 1px solid var(--line-soft);
}

p {
  margin: 0;
}

strong {
  margin-right: 6px;
}

button {
  min-height: 40px;
}

.fields {
  display: grid;
  gap: 14px;
  padding: 10px 0 14px;
}
</style>
