<script setup lang="ts">
import { computed, ref } from 'vue'
import LedgerTop from '@/shared/components/LedgerTop.vue'
import { useTitle } from '@/shared/composables/useTitle'
import { WORDS } from '../logic/words'

useTitle(() => 'Glossary')
const search = ref('')
const found = computed(() => {
  const wanted = search.value.trim().toLowerCase()
  return WORDS.filter(([word, meaning]) => `${word} ${meaning}`.toLowerCase().includes(wanted))
})
</script>

<template>
  <main class="page narrow">
    <LedgerTop v-model="search" title="Glossary" label="Find a word" placeholder="a word …" />
    <dl v-if="found.length" class="words">
      <template v-for="[word, meaning] in found" :key="word">
        <dt>{{ word }}</dt>
        <dd>{{ meaning }}.</dd>
      </template>
    </dl>
    <p v-else class="sentence">No word has “{{ search }}” in it.</p>
  </main>
</template>

<style scoped>
.narrow {
  max-width: 860px;
}

.words {
  display: grid;
  grid-template-columns: minmax(140px, 240px) minmax(0, 1fr);
  gap: 0 18px;
}

dt,
dd {
  margin: 0;
  padding: 8px 0;
  border-bottom: 1px solid var(--line-soft);
}

dt {
  font-weight: 600;
}

@media (max-width: 700px) {
  .words {
    grid-template-columns: minmax(0, 1fr);
  }

  dt {
    border: 0;
    padding-bottom: 0;
  }
}
</style>
