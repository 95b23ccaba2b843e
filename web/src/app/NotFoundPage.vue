<script setup lang="ts">
import { useTitle } from '@/shared/composables/useTitle'

useTitle(() => 'Not found')
</script>

<template>
  <main class="page">
    <h1>This page does not exist</h1>
    <p class="sentence">The page may have moved, or the address has a typing error. From here you can go to:</p>
    <ul>
      <li><RouterLink to="/">Today</RouterLink>: what to look at now</li>
      <li><RouterLink to="/lots">Lots</RouterLink>: all seed, with what is left</li>
      <li><RouterLink to="/trials">Trials</RouterLink>: planned, being counted, finished</li>
    </ul>
  </main>
</template>
