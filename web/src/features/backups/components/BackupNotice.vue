<script setup lang="ts">
import { computed } from 'vue'
import { moment } from '@/shared/format/dates'
import { useBackups } from '../api'
import { oldestAllowed } from '../logic/nights'

/** For the lead: nothing while the nights have their backups, else why not. */
const { data: folder } = useBackups()
const failure = computed(() => folder.value?.failure ?? null)
/** The server believes that it makes them, and there is none from the last two days. */
const silent = computed(() => {
  const last = folder.value?.backups.find((b) => b.why === 'nightly')
  return (
    !!folder.value?.nightly &&
    !failure.value &&
    last !== undefined &&
    new Date(last.made_at) < oldestAllowed(new Date())
  )
})
</script>

<template>
  <p v-if="failure" class="notice bad" role="alert">
    The nightly backup failed on {{ moment(failure.at) }}: {{ failure.why }}
    <RouterLink to="/backups">Go to backups</RouterLink>
  </p>
  <p v-else-if="silent" class="notice bad" role="alert">
    There is no nightly backup from the last two days. <RouterLink to="/backups">Go to backups</RouterLink>
  </p>
</template>
