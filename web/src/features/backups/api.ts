import { useQuery } from '@tanstack/vue-query'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { useChange } from '@/shared/composables/useChange'

export type BackupRow = Schemas['BackupRow']
export type Restored = Schemas['Restored']

export const useBackups = () => useQuery({ queryKey: ['backups'], queryFn: () => unwrap(http.GET('/api/v1/backups/')) })

/** The database is read through: with ten years of data this takes a few seconds. */
export const useHealth = () =>
  useQuery({ queryKey: ['health'], queryFn: () => unwrap(http.GET('/api/v1/backups/health/')), staleTime: 600_000 })

/** With a passphrase the backup is locked. */
export const useMakeBackup = () =>
  useChange((passphrase: string) => unwrap(http.POST('/api/v1/backups/', { body: { passphrase } })))

export const useRestore = () =>
  useChange((body: Schemas['RestoreRequest']) => unwrap(http.POST('/api/v1/backups/restore/', { body })))

export const useRestoreFile = () =>
  useChange(({ file, passphrase }: { file: File; passphrase: string }) => {
    const form = new FormData()
    form.append('file', file)
    form.append('passphrase', passphrase)
    return unwrap(
      http.POST('/api/v1/backups/restore-file/', {
        body: form as unknown as Schemas['RestoreFileRequest'],
        bodySerializer: (b) => b as unknown as FormData,
      }),
    )
  })

export const backupFile = (name: string) => `/api/v1/backups/${encodeURIComponent(name)}/`
