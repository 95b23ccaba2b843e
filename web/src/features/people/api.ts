import { useQuery } from '@tanstack/vue-query'
import { http, unwrap, type Schemas } from '@/shared/api/http'
import { useChange } from '@/shared/composables/useChange'

export type Person = Schemas['Person']

export const fetchSession = () => unwrap(http.GET('/api/v1/session/'))
export const postSignIn = (username: string, password: string) =>
  unwrap(http.POST('/api/v1/session/', { body: { username, password } }))
export const postFirstLead = (body: Schemas['JoinRequest']) =>
  unwrap(http.POST('/api/v1/session/first-lead/', { body }))
export const postInvitation = (token: string) => unwrap(http.POST('/api/v1/invitations/look/', { body: { token } }))
export const postAccept = (body: Schemas['AcceptRequest']) => unwrap(http.POST('/api/v1/invitations/accept/', { body }))
export const postPassword = (body: Schemas['PasswordRequest']) =>
  unwrap(http.POST('/api/v1/session/password/', { body }))
export const patchOwn = (body: Schemas['PatchedOwnSettingsRequest']) => unwrap(http.PATCH('/api/v1/session/', { body }))
export const deleteSession = () => unwrap(http.DELETE('/api/v1/session/'))

export type Account = Schemas['Account']
export type Role = Person['role']
export type OpenInvitation = Schemas['OpenInvitation']

export const useDevices = () =>
  useQuery({ queryKey: ['devices'], queryFn: () => unwrap(http.GET('/api/v1/session/devices/')) })

export const useSignOutElsewhere = () =>
  useChange(() => unwrap<Schemas['SignedOut']>(http.DELETE('/api/v1/session/devices/')))

export type ApiToken = Schemas['ApiToken']

export const useApiTokens = () =>
  useQuery({ queryKey: ['api-tokens'], queryFn: () => unwrap(http.GET('/api/v1/api-tokens/')) })

export const useTokenChanges = () => ({
  make: useChange((body: Schemas['NewApiTokenRequest']) => unwrap(http.POST('/api/v1/api-tokens/', { body }))),
  revoke: useChange((id: number) => unwrap(http.POST('/api/v1/api-tokens/{id}/revoke/', { params: { path: { id } } }))),
})

export const useAccounts = () =>
  useQuery({ queryKey: ['accounts'], queryFn: () => unwrap(http.GET('/api/v1/people/accounts/')) })

export const useInvitations = () =>
  useQuery({ queryKey: ['invitations'], queryFn: () => unwrap(http.GET('/api/v1/invitations/')) })

const path = (id: number) => ({ path: { id } })

/** What the lead does about people. */
export const usePeopleChanges = () => ({
  change: useChange(({ id, ...body }: Schemas['PatchedPersonChangeRequest'] & { id: number }) =>
    unwrap(http.PATCH('/api/v1/people/{id}/', { params: path(id), body })),
  ),
  signOut: useChange((id: number) => unwrap(http.POST('/api/v1/people/{id}/sign-out/', { params: path(id) }))),
  invite: useChange((body: Schemas['NewInvitationRequest']) => unwrap(http.POST('/api/v1/invitations/', { body }))),
  withdraw: useChange((id: number) => unwrap(http.POST('/api/v1/invitations/{id}/withdraw/', { params: path(id) }))),
})
