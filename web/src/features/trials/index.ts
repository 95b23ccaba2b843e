import { defineAsyncComponent } from 'vue'
import type { RouteRecordRaw } from 'vue-router'
// tells the outbox, on whatever page, how one of these records is sent
import './composables/useLookOutbox'

export { fetchCountSheet, useDishChanges, useTrialChanges, useTrials, type TrialRow } from './api'
// loaded with the trial's page, not with the first one
export const WorthPanel = defineAsyncComponent(() => import('./components/WorthPanel.vue'))
export const AddTreatment = defineAsyncComponent(() => import('./components/AddTreatment.vue'))
export const RetreatUngerminated = defineAsyncComponent(() => import('./components/RetreatUngerminated.vue'))

export const trialRoutes: RouteRecordRaw[] = [
  { path: '/trials/new', name: 'new-trial', component: () => import('./pages/NewTrialPage.vue') },
  { path: '/packet-day', name: 'new-packet-day', component: () => import('./pages/NewPacketDayPage.vue') },
  {
    path: '/trials/:id(\\d+)/round',
    name: 'packet-round',
    component: () => import('./pages/PacketRoundPage.vue'),
    meta: { bare: true },
  },
  { path: '/waiting', name: 'waiting', component: () => import('./pages/WaitingPage.vue') },
  { path: '/trials/:id(\\d+)/set-up', name: 'set-up', component: () => import('./pages/SetUpPage.vue') },
  { path: '/trials/:id(\\d+)/close', name: 'close-trial', component: () => import('./pages/ClosingPage.vue') },
  { path: '/trials/:id(\\d+)/sheet', name: 'bench-sheet', component: () => import('./pages/BenchSheetPage.vue') },
  { path: '/trials/:id(\\d+)/dishes/:dish(\\d+)', name: 'dish', component: () => import('./pages/DishPage.vue') },
  {
    path: '/trials/:id(\\d+)/count',
    name: 'count',
    component: () => import('./pages/CountPage.vue'),
    meta: { bare: true },
  },
]
