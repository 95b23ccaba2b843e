<script setup lang="ts">
import { computed, nextTick, onMounted, ref } from 'vue'
import { useRoute } from 'vue-router'
import { helpOf, KEYS } from '../logic/pages'

/** Help beside the page: the work at the bench, what the numbers mean, accepted ways, and the keys. */
const emit = defineEmits<{ close: [] }>()
const route = useRoute()
const help = computed(() => helpOf(String(route.name ?? '')))
const keys = computed(() => [...(help.value?.keys ?? []), ...KEYS])
const closing = ref<HTMLElement | null>(null)
onMounted(async () => {
  await nextTick()
  closing.value?.focus()
})
</script>

<template>
  <aside class="help no-print" role="complementary" aria-label="Help with this page">
    <div class="top">
      <h2>About this page</h2>
      <button ref="closing" type="button" class="text-link" @click="emit('close')">Close</button>
    </div>
    <template v-if="help">
      <h3>At the bench</h3>
      <p v-for="t in help.bench" :key="t">{{ t }}</p>
      <h3>What the numbers mean</h3>
      <p v-for="t in help.numbers" :key="t">{{ t }}</p>
      <template v-if="help.schools">
        <h3>Accepted ways</h3>
        <p v-for="t in help.schools" :key="t">{{ t }}</p>
      </template>
    </template>
    <p v-else>This page needs no help. The glossary explains its words.</p>
    <h3>Keys</h3>
    <dl class="facts">
      <template v-for="[key, what] in keys" :key="key">
        <dt>
          <kbd>{{ key }}</kbd>
        </dt>
        <dd>{{ what }}</dd>
      </template>
    </dl>
    <p><RouterLink to="/glossary" @click="emit('close')">Open the glossary</RouterLink></p>
    <p class="quiet">Starting points from common practice. Local rules and trained people come first.</p>
  </aside>
</template>

<style scoped>
.help {
  position: fixed;
  z-index: 30;
  top: 0;
  right: 0;
  bottom: 0;
  width: min(420px, 100vw);
  padding: 16px 22px 40px;
  overflow-y: auto;
  border-left: 1px solid var(--line);
  background: var(--sheet);
  box-shadow: -6px 0 24px rgb(0 0 0 / 12%);
}

.top {
  display: flex;
  align-items: center;
  justify-content: space-between;
}

h3 {
  margin-top: 14px;
}

p {
  margin: 6px 0;
}

kbd {
  padding: 1px 7px;
  border: 1px solid var(--line);
  border-radius: 4px;
  font-family: var(--mono);
  font-size: 0.9rem;
  white-space: nowrap;
}
</style>
