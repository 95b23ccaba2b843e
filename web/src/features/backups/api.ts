import { useQuery } from '@tanstack/vue-query'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { useChange } from '@/shared/composables/useChange'

export type BackupRow = Schemas['BackupRow']
export type Restored = Schemas['Restored']

export const useBackups = () => useQuery({ queryKey: ['backups'], queryFn: () => unwrap(http.GET('/api/v1/backups/')) })

/** The database is read through: with ten years of data this takes a few seconds. */
export const useHealth = () =>
  useQuery({ queryKey: ['health'], queryFn: () => unwrap(http.GET('/api/v1/backups/health/')), staleTime: 600_000 })

export const useMakeBackup = () => useChange(() => unwrap(http.POST('/api/v1/backups/')))

export const useRestore = () =>
  useChange((name: string) => unwrap(http.POST('/api/v1/backups/restore/', { body: { name } })))

export const useRestoreFile = () =>
  useChange((file: File) => {
    const form = new FormData()
    form.append('file', file)
    return unwrap(
      http.POST('/api/v1/backups/restore-file/', {
        body: form as unknown as Schemas['RestoreFileRequest'],
        bodySerializer: (b) => b as unknown as FormData,
      }),
    )
  })

export const backupFile = (name: string) => `/api/v1/backups/${encodeURIComponent(name)}/`
