<script setup lang="ts">
import { computed } from 'vue'
import { Problem } from '@/shared/api/problem'

/** What a page shows while it has no data: nothing for a moment, then a line; or what went wrong and what to do. */
const props = defineProps<{ pending: boolean; error: Error | null }>()
const emit = defineEmits<{ retry: [] }>()

const problem = computed(() => (props.error instanceof Problem ? props.error : null))
</script>

<template>
  <p v-if="pending" class="waiting quiet" role="status">Fetching …</p>
  <div v-else-if="error" class="notice bad" role="alert">
    <strong>{{ problem?.title ?? 'Something went wrong' }}.</strong>
    {{ problem?.detail ?? error.message }}
    <div class="actions">
      <button type="button" class="again" @click="emit('retry')">Try again</button>
      <RouterLink to="/">To Today</RouterLink>
    </div>
  </div>
</template>

<style scoped>
.waiting {
  animation: show 0.2s 0.25s both;
}

.again {
  min-height: 44px;
  color: var(--leaf);
  font-weight: 600;
  text-decoration: underline;
}

@keyframes show {
  from {
    opacity: 0;
  }
}
</style>
