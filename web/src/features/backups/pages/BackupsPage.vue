<script setup lang="ts">
import { computed, ref } from 'vue'
import PageState from '@/shared/components/PageState.vue'
import { useProblem } from '@/shared/composables/useProblem'
import { useTitle } from '@/shared/composables/useTitle'
import { moment } from '@/shared/format/dates'
import { fixed, plural } from '@/shared/format/numbers'
import { backupFile, useBackups, useHealth, useMakeBackup, useRestore, useRestoreFile, type Restored } from '../api'
import BackupNotice from '../components/BackupNotice.vue'

/** Backups: made now or every night, saved elsewhere, restored; and whether the database is sound. */
useTitle(() => 'Backups')
const { data: folder, isPending, error, refetch } = useBackups()
const { data: health, isFetching: checking, refetch: check } = useHealth()
const make = useMakeBackup()
const restore = useRestore()
const restoreFile = useRestoreFile()
const making = useProblem()
const restoring = useProblem()
const done = ref('')
const locks = ref(false)
const passphrase = ref('')
const again = ref('')
const differs = computed(() => locks.value && again.value !== '' && again.value !== passphrase.value)
const asked = ref<{ name: string; file: File | null } | null>(null)
const opens = ref('')
const restored = ref<Restored | null>(null)
const WHY: Record<string, string> = {
  nightly: 'nightly',
  'by-hand': 'made by hand',
  'before-restore': 'kept before a restore',
}

async function backUp() {
  done.value = ''
  if (locks.value && again.value !== passphrase.value) return
  const made = await making.attempt(() => make.mutateAsync(locks.value ? passphrase.value : ''))
  if (!made) return
  done.value = `Saved as ${made.name}.`
  locks.value = false
  passphrase.value = again.value = ''
}

function ask(name: string, file: File | null) {
  restoring.problem.value = null
  opens.value = ''
  asked.value = { name, file }
}

function picked(files: File[] | File | null) {
  const file = Array.isArray(files) ? files[0] : files
  if (file) ask(file.name, file)
  else asked.value = null
}

/** Whether the form asks for a passphrase: the name says so, or the server did. */
const locked = computed(
  () =>
    !!asked.value &&
    (asked.value.name.includes('.locked.') || restoring.at('/passphrase').length > 0 || opens.value !== ''),
)

async function putBack() {
  const wanted = asked.value
  if (!wanted) return
  const { name, file } = wanted
  const told = await restoring.attempt(() =>
    file
      ? restoreFile.mutateAsync({ file, passphrase: opens.value })
      : restore.mutateAsync({ name, passphrase: opens.value }),
  )
  if (!told) return
  asked.value = null
  restored.value = told
}
</script>

<template>
  <main class="page">
    <h1>Backups</h1>
    <p class="sentence">
      A backup holds all records and photos in one file. Everyone can keep working while it is made.
    </p>
    <PageState :pending="isPending" :error="error" @retry="refetch" />
    <div v-if="restored" class="notice" role="status">
      <p>
        Restored as of {{ moment(restored.made_at) }}: {{ plural(restored.lots, 'lot') }},
        {{ plural(restored.trials, 'trial') }}, {{ plural(restored.looks, 'look') }},
        {{ plural(restored.photos, 'photo') }}. What was here before is saved as {{ restored.kept }}.
      </p>
      <p>
        <a href="/sign-in">Sign in again</a> with the name and password from that time. Then make new invitations and
        new calendar addresses.
      </p>
    </div>
    <template v-if="folder && !restored">
      <BackupNotice />
      <p>
        In <code class="code">{{ folder.folder }}</code>, {{ fixed(folder.free_gigabytes) }} GB free.
        <template v-if="folder.nightly"
          >A backup is made every night. Those of seven days, four weeks and twelve months are kept.</template
        >
        <template v-else>Nightly backups are off: start the application with make serve to turn them on.</template>
        A backup on the same disk is lost with the disk. Save one elsewhere now and then.
      </p>
      <form class="make" @submit.prevent="backUp">
        <div class="actions">
          <v-btn type="submit" color="primary" :loading="make.isPending.value">Make a backup</v-btn>
          <label class="lock"><input v-model="locks" type="checkbox" /> Lock it with a passphrase</label>
        </div>
        <template v-if="locks">
          <p class="quiet">
            For a backup that leaves this machine. Choose four or more words and write them down in a safe place.
            Without them nobody can open it.
          </p>
          <div class="form-row">
            <v-text-field
              v-model="passphrase"
              label="Passphrase"
              type="password"
              autocomplete="new-password"
              :error-messages="making.at('/passphrase')"
            />
            <v-text-field
              v-model="again"
              label="Passphrase again"
              type="password"
              autocomplete="new-password"
              :error-messages="differs ? 'The two differ.' : ''"
            />
          </div>
        </template>
      </form>
      <p v-if="making.foot('/passphrase')" class="notice bad" role="alert">{{ making.foot('/passphrase') }}</p>
      <p v-else-if="done" class="notice" role="status">{{ done }}</p>
      <h2 class="ruled">Database</h2>
      <p v-if="checking" role="status">Checking it …</p>
      <p v-else-if="health" :class="health.sound ? '' : 'notice bad'">
        <strong>{{ health.sound ? 'Sound.' : 'Damaged.' }}</strong>
        {{ health.findings.join(' ') }} {{ fixed(health.database_megabytes) }} MB, {{ plural(health.photos, 'photo') }};
        checked {{ moment(health.checked_at) }}.
        <template v-if="!health.sound">Stop working, and restore the latest backup from before the damage.</template>
        <button type="button" class="text-link" @click="check()">Check again</button>
      </p>
      <h2 class="ruled">Saved backups</h2>
      <ul v-if="folder.backups.length" class="plain">
        <li v-for="b in folder.backups" :key="b.name">
          <strong>{{ moment(b.made_at) }}</strong>
          <span>{{ WHY[b.why] ?? b.why }}<template v-if="b.locked">, locked</template></span>
          <span class="quiet">{{ fixed(b.megabytes) }} MB</span>
          <a :href="backupFile(b.name)" download>Save elsewhere</a>
          <button type="button" class="text-link" @click="ask(b.name, null)">Restore</button>
        </li>
      </ul>
      <p v-else class="quiet">There is no backup yet. Make the first one now: it takes seconds.</p>
      <h2 class="ruled">Restore a file</h2>
      <v-file-input
        label="Backup file"
        variant="outlined"
        prepend-icon=""
        accept=".zip"
        class="file"
        @update:model-value="picked"
      />
      <form v-if="asked" class="notice bad" role="alertdialog" aria-label="Restore a backup" @submit.prevent="putBack">
        <p>
          <strong>This replaces everything that is here now</strong> by {{ asked.name }}, for everybody, and everybody
          signs in again. What is here now is saved as a backup first. While it runs, nobody can save; phones send
          afterwards.
        </p>
        <v-text-field
          v-if="locked"
          v-model="opens"
          label="Passphrase of the backup"
          type="password"
          autocomplete="off"
          class="file"
          :error-messages="restoring.at('/passphrase')"
        />
        <p v-if="restoring.foot('/passphrase')" role="alert">{{ restoring.foot('/passphrase') }}</p>
        <div class="actions">
          <v-btn type="submit" color="primary" :loading="restore.isPending.value || restoreFile.isPending.value"
            >Replace everything</v-btn
          >
          <v-btn variant="text" @click="asked = null">Cancel</v-btn>
        </div>
      </form>
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

.make {
  max-width: 640px;
  margin-bottom: 12px;
}

.notice .actions {
  margin-top: 10px;
}

.lock {
  display: flex;
  gap: 10px;
  align-items: center;
  min-height: 44px;
}

.file {
  max-width: 460px;
}
</style>
