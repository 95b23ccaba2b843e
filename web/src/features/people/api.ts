import { http, unwrap, type Schemas } from '@/shared/api/http'

export type Person = Schemas['Person']

export const fetchSession = () => unwrap(http.GET('/api/v1/session/'))
export const postSignIn = (username: string, password: string) =>
  unwrap(http.POST('/api/v1/session/', { body: { username, password } }))
export const deleteSession = () => unwrap(http.DELETE('/api/v1/session/'))
