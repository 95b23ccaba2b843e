<script setup lang="ts">
import { computed, watchEffect } from 'vue'
import { useRoute } from 'vue-router'
import { FindPanel, useFind, useOpened } from '@/features/find'
import { HelpPanel, useHelp } from '@/features/help'
import { useSession } from '@/features/people'
import { BenchBar } from '@/features/practice'
import { benchId } from '@/shared/api/bench'
import { keptAt } from '@/shared/api/kept'
import { moment } from '@/shared/format/dates'
import AppHead from './AppHead.vue'
import ProgressLine from './ProgressLine.vue'
import { ownPagesFor, wordsFor } from './navigation'
import { useEveningBench } from './useEveningBench'

const route = useRoute()
const { user } = useSession()
useEveningBench()
const { open: helping } = useHelp()
const { open: finding } = useFind()
// what each person opened lately is kept apart
watchEffect(() => user.value && useOpened(user.value.id))
const pages = computed(() =>
  user.value ? [...wordsFor(user.value).flatMap((w) => w.pages), ...ownPagesFor(user.value)] : [],
)
const framed = computed(() => user.value !== null && !route.meta.bare)
</script>

<template>
  <v-app>
    <ProgressLine />
    <a class="skip" href="#main">Skip to the page</a>
    <AppHead v-if="framed && user" :user="user" @help="helping = true" @find="finding = true" />
    <BenchBar v-if="benchId && user" :bench="benchId" />
    <p v-if="keptAt && user" class="kept no-print" role="status">
      No signal. This page shows the data of {{ moment(keptAt) }}, kept on this device.
    </p>
    <div id="main" tabindex="-1">
      <RouterView />
    </div>
    <FindPanel v-if="finding && user" :user="user" :pages="pages" @close="finding = false" />
    <HelpPanel v-if="helping && user" @close="helping = false" />
  </v-app>
</template>

<style scoped>
.skip {
  position: absolute;
  left: 8px;
  top: -60px;
  z-index: 20;
  padding: 8px 12px;
  background: var(--leaf);
  color: var(--on-leaf);
}

.skip:focus {
  top: 8px;
}

.kept {
  margin: 0;
  padding: 2px 28px;
  background: var(--future);
  font-size: 0.92rem;
}

#main:focus {
  outline: none;
}
</style>
