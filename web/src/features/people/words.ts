import type { Words } from '@/shared/labels/words'
import type { Role } from './api'

export const ROLES: Words<Role> = { lead: 'lead', grower: 'grower', counter: 'counter', reader: 'reader' }

/** What a role may, in a few words; docs/roles.md says it in full. */
export const ROLE_MEANS: Words<Role> = {
  lead: 'everything; people and backups too',
  grower: 'plans and records everything except people, deletions and backups',
  counter: 'rounds and counts only, blind',
  reader: 'reads everything, changes nothing',
}
