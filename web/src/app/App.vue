<script setup lang="ts">
import { computed } from 'vue'
import { useRoute } from 'vue-router'
import { HelpPanel, useHelp } from '@/features/help'
import { useSession } from '@/features/people'
import { BenchBar } from '@/features/practice'
import { benchId } from '@/shared/api/bench'
import { keptAt } from '@/shared/api/kept'
import { moment } from '@/shared/format/dates'
import AppHead from './AppHead.vue'
import { useEveningBench } from './useEveningBench'

const route = useRoute()
const { user } = useSession()
useEveningBench()
const { open: helping } = useHelp()
const framed = computed(() => user.value !== null && !route.meta.bare)
</script>

<template>
  <v-app>
    <a class="skip" href="#main">To the page</a>
    <AppHead v-if="framed && user" :user="user" @help="helping = true" />
    <BenchBar v-if="benchId && user" :bench="benchId" />
    <p v-if="keptAt && user" class="kept no-print" role="status">
      No signal: this is how it was on {{ moment(keptAt) }}, kept on this device.
    </p>
    <div id="main" tabindex="-1">
      <RouterView />
    </div>
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
