<script setup lang="ts">
import { isAt, type Destination } from './navigation'

/** The pages of a word, in one quiet line. */
defineProps<{ pages: readonly Destination[] }>()
</script>

<template>
  <nav class="pages no-print" aria-label="Pages">
    <RouterLink
      v-for="p in pages"
      :key="p.to"
      :to="p.to"
      :class="{ here: isAt(p, $route.path) }"
      :aria-current="p.to === $route.path ? 'page' : undefined"
    >
      {{ p.words }}
    </RouterLink>
  </nav>
</template>

<style scoped>
.pages {
  display: flex;
  flex-wrap: wrap;
  gap: 0 22px;
  padding: 0 28px;
  border-bottom: 1px solid var(--line-soft);
  font-size: 0.95rem;
}

a {
  color: var(--ink-2);
  line-height: 38px;
  text-decoration: none;
}

a.here {
  color: var(--ink);
  font-weight: 600;
}

@media (max-width: 700px) {
  .pages {
    gap: 0 16px;
    padding: 0 16px;
  }

  a {
    line-height: 44px;
  }
}
</style>
