<script setup lang="ts">
import { ref } from 'vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { moment } from '@/shared/format/dates'
import { fixed, plural } from '@/shared/format/numbers'
import { backupFile, useBackups, useHealth, useMakeBackup, useRestore, useRestoreFile, type Restored } from '../api'

/** Backups: made now or every night, taken elsewhere, put back; and whether the database is sound. */
useTitle(() => 'Backups')
const { data: folder, isPending, error, refetch } = useBackups()
const { data: health, isFetching: checking, refetch: check } = useHealth()
const make = useMakeBackup()
const restore = useRestore()
const restoreFile = useRestoreFile()
const { attempt, sentence } = useProblem()
const done = ref('')
const asked = ref<{ name: string; file: File | null } | null>(null)
const restored = ref<Restored | null>(null)
const WHY: Record<string, string> = {
  nightly: 'made at night',
  'by-hand': 'made by hand',
  'before-restore': 'kept before a restore',
}

async function backUp() {
  done.value = ''
  const made = await attempt(() => make.mutateAsync(undefined))
  if (made) done.value = `Kept as ${made.name}.`
}

function picked(files: File[] | File | null) {
  const file = Array.isArray(files) ? files[0] : files
  asked.value = file ? { name: file.name, file } : null
}

async function putBack() {
  const wanted = asked.value
  if (!wanted) return
  const { name, file } = wanted
  const told = await attempt(() => (file ? restoreFile.mutateAsync(file) : restore.mutateAsync(name)))
  asked.value = null
  if (told) restored.value = told
}
</script>

<template>
  <main class="page">
    <h1>Backups</h1>
    <p class="sentence">All records and photos in one file, made while everybody goes on working.</p>
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <div v-if="restored" class="notice" role="status">
      <p>
        Restored as of {{ moment(restored.made_at) }}: {{ plural(restored.lots, 'lot') }},
        {{ plural(restored.trials, 'trial') }}, {{ plural(restored.looks, 'look') }},
        {{ plural(restored.photos, 'photo') }}. What was here before is kept as {{ restored.kept }}.
      </p>
      <p><a href="/sign-in">Sign in again</a>, with the name and password of that time.</p>
    </div>
    <template v-if="folder && !restored">
      <p>
        In <code class="code">{{ folder.folder }}</code>, {{ fixed(folder.free_gigabytes) }} GB free.
        <template v-if="folder.nightly"
          >One is made every night by itself; seven days, four weeks and twelve months are kept.</template
        >
        <template v-else>This process makes none at night: see docs/network.md.</template>
        A backup on the same disk is lost with it: take one elsewhere now and then.
      </p>
      <div class="actions">
        <v-btn color="primary" :loading="make.isPending.value" @click="backUp">Make a backup now</v-btn>
      </div>
      <p v-if="sentence" class="notice bad" role="alert">{{ sentence }}</p>
      <p v-else-if="done" class="notice" role="status">{{ done }}</p>
      <h2 class="ruled">The database</h2>
      <p v-if="checking" role="status">Reading it through …</p>
      <p v-else-if="health" :class="health.sound ? '' : 'notice bad'">
        <strong>{{ health.sound ? 'Sound.' : 'Not sound.' }}</strong>
        {{ health.findings.join(' ') }} {{ fixed(health.database_megabytes) }} MB, {{ plural(health.photos, 'photo') }};
        read through {{ moment(health.checked_at) }}.
        <template v-if="!health.sound">Stop working, and restore the latest backup from before it.</template>
        <button type="button" class="text-link" @click="check()">Check again</button>
      </p>
      <h2 class="ruled">Kept backups</h2>
      <ul v-if="folder.backups.length" class="plain">
        <li v-for="b in folder.backups" :key="b.name">
          <strong>{{ moment(b.made_at) }}</strong> <span>{{ WHY[b.why] ?? b.why }}</span>
          <span class="quiet">{{ fixed(b.megabytes) }} MB</span>
          <a :href="backupFile(b.name)" download>Save elsewhere</a>
          <button type="button" class="text-link" @click="asked = { name: b.name, file: null }">Put back</button>
        </li>
      </ul>
      <p v-else class="quiet">None yet. Make the first now: it takes seconds.</p>
      <h2 class="ruled">From elsewhere</h2>
      <v-file-input
        label="A backup file"
        variant="outlined"
        prepend-icon=""
        accept=".zip"
        class="file"
        @update:model-value="picked"
      />
      <div v-if="asked" class="notice bad" role="alertdialog" aria-label="Put back a backup">
        <p>
          <strong>Everything that is here now is replaced</strong> by {{ asked.name }}, for everybody, and everybody
          signs in again. What is here now is kept as a backup first.
        </p>
        <div class="actions">
          <v-btn color="primary" :loading="restore.isPending.value || restoreFile.isPending.value" @click="putBack"
            >Replace everything</v-btn
          >
          <v-btn variant="text" @click="asked = null">Not now</v-btn>
        </div>
      </div>
    </template>
  </main>
</template>

<style scoped>
h2 {
  margin: 24px 0 10px;
}

li {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: center;
  min-height: 48px;
  border-bottom: 1px solid var(--line-soft);
}

.file {
  max-width: 460px;
}
</style>
