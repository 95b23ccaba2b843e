<script setup lang="ts">
import { computed } from 'vue'
import { Problem } from '@/shared/api/problem'

/** What a page shows while it has no data: nothing for a moment, then its shape; or what went wrong and what to do. */
const props = defineProps<{ pending: boolean; error: Error | null }>()
const emit = defineEmits<{ retry: [] }>()

const problem = computed(() => (props.error instanceof Problem ? props.error : null))
</script>

<template>
  <div v-if="pending" class="waiting" role="status">
    <span class="sr-only">Loading</span>
    <span v-for="n in 5" :key="n" class="bar" aria-hidden="true"></span>
  </div>
  <div v-else-if="error" class="notice bad" role="alert">
    <strong>{{ problem?.title ?? 'Something went wrong' }}.</strong>
    {{ problem?.detail ?? error.message }}
    <div class="actions">
      <button type="button" class="again" @click="emit('retry')">Try again</button>
      <RouterLink to="/">Go to Today</RouterLink>
    </div>
  </div>
</template>

<style scoped>
.waiting {
  animation: show 0.2s 0.25s both;
}

.bar {
  display: block;
  width: 100%;
  height: 18px;
  margin: 0 0 18px;
  border-radius: 4px;
  background: var(--line-soft);
}

.bar:first-of-type {
  width: 45%;
  height: 30px;
}

.bar:last-child {
  width: 70%;
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
