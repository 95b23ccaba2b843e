<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { RunningTimer } from '@/features/batches'
import type { Person } from '@/features/people'
import { outbox } from '@/shared/outbox/outbox'
import { wordAt, wordsFor } from './navigation'
import PageLine from './PageLine.vue'
import UserMenu from './UserMenu.vue'

const props = defineProps<{ user: Person }>()
const emit = defineEmits<{ help: []; find: [] }>()

const route = useRoute()
const words = computed(() => wordsFor(props.user))
const here = computed(() => wordAt(words.value, route.path))
const { waiting, refused: held } = outbox
</script>

<template>
  <header class="head no-print">
    <RouterLink to="/" class="name" aria-label="Awake Furrow: Today">
      <img src="/mark.svg" alt="" width="30" height="22" />
      <span>Awake Furrow</span>
    </RouterLink>
    <nav class="words" aria-label="Main">
      <RouterLink v-for="w in words" :key="w.word" :to="w.pages[0]!.to" :class="{ here: w === here }">
        {{ w.word }}
      </RouterLink>
    </nav>
    <RouterLink v-if="held.length" to="/waiting" class="waiting" role="status">{{ held.length }} to decide</RouterLink>
    <RouterLink v-else-if="waiting.length" to="/waiting" class="waiting" role="status"
      >{{ waiting.length }} waiting to send</RouterLink
    >
    <RunningTimer class="timer" />
    <button type="button" class="find" aria-label="Find" title="Find: press /" @click="emit('find')">
      <svg viewBox="0 0 20 20" width="18" height="18" aria-hidden="true">
        <circle cx="8.5" cy="8.5" r="5.5" fill="none" stroke="currentColor" stroke-width="2" />
        <path d="M13 13l5 5" stroke="currentColor" stroke-width="2" stroke-linecap="round" />
      </svg>
      <span>Find</span>
      <kbd>/</kbd>
    </button>
    <button type="button" class="ask" aria-label="Help with this page" title="Help: press ?" @click="emit('help')">
      ?
    </button>
    <UserMenu :user="user" @help="emit('help')" />
  </header>
  <PageLine v-if="here && here.pages.length > 1" :pages="here.pages" />
</template>

<style scoped>
.head {
  display: flex;
  align-items: center;
  gap: 18px;
  height: 56px;
  padding: 0 28px;
  border-bottom: 1px solid var(--line);
  background: var(--paper);
}

.name {
  display: flex;
  align-items: center;
  gap: 10px;
  color: var(--leaf);
  font: 700 1.2rem var(--heading);
  text-decoration: none;
  white-space: nowrap;
}

.words {
  display: flex;
  flex: 1;
  gap: 26px;
  margin-left: 10px;
}

.words a {
  height: 56px;
  border-bottom: 3px solid transparent;
  color: var(--ink-2);
  font-weight: 600;
  line-height: 56px;
  text-decoration: none;
}

.words a.here {
  border-color: var(--sprout-deep);
  color: var(--ink);
}

.find {
  display: flex;
  gap: 10px;
  align-items: center;
  min-width: 150px;
  height: 40px;
  padding: 0 12px;
  border: 1px solid var(--earth-2);
  border-radius: 8px;
  background: var(--sheet);
  color: var(--ink-2);
}

.find span {
  flex: 1;
  text-align: left;
}

.find kbd {
  padding: 0 6px;
  border: 1px solid var(--line);
  border-radius: 4px;
  font: 0.85rem var(--mono);
}

.ask {
  flex: none;
  width: 34px;
  height: 34px;
  padding: 0;
  border: 1.5px solid var(--earth-2);
  border-radius: 50%;
  color: var(--leaf);
  font-weight: 700;
}

.waiting,
.timer {
  color: var(--care);
  font-weight: 600;
  white-space: nowrap;
}

@media (max-width: 700px) {
  .head {
    justify-content: space-between;
    gap: 10px;
    padding: 0 16px;
  }

  /* what waits and what runs are more to the point than the name, and all do not fit */
  .head:has(.waiting, .timer) .name span,
  .head:has(.waiting):has(.timer) .name {
    display: none;
  }

  .words {
    position: fixed;
    z-index: 10;
    right: 0;
    bottom: 0;
    left: 0;
    justify-content: space-around;
    gap: 0;
    margin: 0;
    border-top: 1px solid var(--line);
    background: var(--sheet);
  }

  .ask,
  .find kbd,
  .find span {
    display: none;
  }

  .find {
    justify-content: center;
    margin-left: auto;
    min-width: 44px;
    height: 44px;
    padding: 0;
    border-color: transparent;
    background: none;
    color: var(--leaf);
  }

  .words a {
    flex: 1;
    text-align: center;
    border-top: 3px solid transparent;
    border-bottom: 0;
  }
}
</style>
