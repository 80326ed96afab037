import { createRouter, createWebHistory, type RouteRecordRaw } from 'vue-router'
import { useSession } from '@/shared/session'
import { newBuild } from './worker'
import * as said from '@/shared/words'

declare module 'vue-router' {
  interface RouteMeta {
    title: string
    open?: boolean
    rail?: string
    /** on a phone without the bar of screens: a wet thumb must not leave it */
    alone?: boolean
  }
}

const routes: RouteRecordRaw[] = [
  {
    path: '/',
    name: 'today',
    component: () => import('@/features/today/TodayPage.vue'),
    meta: { title: 'Today', rail: 'today' },
  },
  {
    path: '/round',
    name: 'round',
    component: () => import('@/features/round/RoundPage.vue'),
    meta: { title: 'Round', rail: 'today' },
  },
  {
    path: '/emergency',
    name: 'emergency',
    component: () => import('@/features/emergency/EmergencyPage.vue'),
    meta: { title: 'First steps', rail: 'today' },
  },
  {
    path: '/tanks',
    name: 'tanks',
    component: () => import('@/features/tanks/TanksPage.vue'),
    meta: { title: 'Tanks', rail: 'tanks' },
  },
  {
    path: '/tanks/new',
    name: 'tank-new',
    component: () => import('@/features/tanks/TankForm.vue'),
    meta: { title: 'New tank', rail: 'tanks' },
  },
  {
    path: '/tanks/:tank',
    name: 'tank',
    component: () => import('@/features/tanks/TankPage.vue'),
    props: true,
    meta: { title: 'Tank', rail: 'tanks' },
  },
  {
    path: '/fish/:group',
    name: 'fish',
    component: () => import('@/features/tanks/GroupPage.vue'),
    props: true,
    meta: { title: 'Fish', rail: 'tanks' },
  },
  {
    path: '/tanks/:tank/water',
    name: 'water',
    component: () => import('@/features/tanks/WaterPage.vue'),
    props: true,
    meta: { title: 'Water', rail: 'tanks' },
  },
  {
    path: '/instruments',
    name: 'instruments',
    component: () => import('@/features/tanks/InstrumentsPage.vue'),
    meta: { title: 'Instruments', rail: 'tanks' },
  },
  {
    path: '/release/:group',
    name: 'release',
    component: () => import('@/features/tanks/ReleasePage.vue'),
    props: true,
    meta: { title: 'Release', rail: 'tanks' },
  },
  {
    path: '/tanks/:tank/ready',
    name: 'tank-ready',
    component: () => import('@/features/tanks/ReadyPage.vue'),
    props: true,
    meta: { title: 'Made ready', rail: 'tanks' },
  },
  {
    path: '/tanks/:tank/trace',
    name: 'trace',
    component: () => import('@/features/contacts/TracePage.vue'),
    props: true,
    meta: { title: said.WHAT_TOUCHED_WHAT, rail: 'tanks' },
  },
  {
    path: '/gear',
    name: 'gear',
    component: () => import('@/features/contacts/GearPage.vue'),
    meta: { title: 'Gear', rail: 'tanks' },
  },
  {
    path: '/tanks/:tank/card',
    name: 'tank-card',
    component: () => import('@/features/tanks/CardPage.vue'),
    props: true,
    meta: { title: 'Tank card', rail: 'tanks' },
  },
  {
    path: '/tanks/:tank/measures',
    name: 'tank-measures',
    component: () => import('@/features/tanks/TankForm.vue'),
    props: true,
    meta: { title: 'Measures', rail: 'tanks' },
  },
  {
    path: '/measure',
    name: 'measure',
    component: () => import('@/features/measure/MeasurePage.vue'),
    meta: { title: 'Measure', rail: 'measure' },
  },
  {
    path: '/measure/sheet',
    name: 'worksheet',
    component: () => import('@/features/measure/WorksheetPage.vue'),
    meta: { title: 'Worksheet', rail: 'measure' },
  },
  {
    path: '/measure/formulary/:active?',
    name: 'formulary',
    component: () => import('@/features/measure/FormularyPage.vue'),
    props: true,
    meta: { title: 'Formulary', rail: 'measure' },
  },
  {
    path: '/shelf',
    name: 'shelf',
    component: () => import('@/features/shelf/ShelfPage.vue'),
    meta: { title: 'Shelf', rail: 'shelf' },
  },
  {
    path: '/look',
    name: 'look',
    component: () => import('@/features/look/LookList.vue'),
    meta: { title: 'Look', rail: 'look' },
  },
  {
    path: '/look/before-buying',
    name: 'inspect',
    component: () => import('@/features/look/InspectPage.vue'),
    meta: { title: said.BEFORE_YOU_BUY, rail: 'look' },
  },
  {
    path: '/look/:group/days',
    name: 'days',
    component: () => import('@/features/look/DaysPage.vue'),
    props: true,
    meta: { title: said.OVER_THE_DAYS, rail: 'look' },
  },
  {
    path: '/look/:group',
    name: 'look-at',
    component: () => import('@/features/look/LookPage.vue'),
    props: true,
    meta: { title: 'Look', rail: 'look' },
  },
  {
    path: '/courses',
    name: 'courses',
    component: () => import('@/features/courses/CoursesPage.vue'),
    meta: { title: 'Courses', rail: 'courses' },
  },
  {
    path: '/courses/protocols',
    name: 'protocols',
    component: () => import('@/features/courses/ProtocolsPage.vue'),
    meta: { title: 'Protocols', rail: 'courses' },
  },
  {
    path: '/courses/protocols/:protocol',
    name: 'protocol',
    component: () => import('@/features/courses/ProtocolPage.vue'),
    props: true,
    meta: { title: 'Protocol', rail: 'courses' },
  },
  {
    path: '/courses/for/:group',
    name: 'course-for',
    component: () => import('@/features/courses/ChoosePage.vue'),
    props: true,
    meta: { title: 'Choose a course', rail: 'courses' },
  },
  {
    path: '/courses/what-if/:group',
    name: 'what-if',
    component: () => import('@/features/rehearse/WhatIfPage.vue'),
    props: true,
    meta: { title: 'What if', rail: 'courses' },
  },
  {
    path: '/courses/:course/what-if',
    name: 'what-if-running',
    component: () => import('@/features/rehearse/WhatIfPage.vue'),
    props: true,
    meta: { title: 'What if', rail: 'courses' },
  },
  {
    path: '/baths',
    name: 'bath-new',
    component: () => import('@/features/baths/StartPage.vue'),
    meta: { title: 'A bath', rail: 'courses' },
  },
  {
    path: '/baths/:bath',
    name: 'bath',
    component: () => import('@/features/baths/RunPage.vue'),
    props: true,
    meta: { title: 'Bath', rail: 'courses', alone: true },
  },
  {
    path: '/records',
    name: 'records',
    component: () => import('@/features/records/RecordsPage.vue'),
    meta: { title: 'Records', rail: 'records' },
  },
  {
    path: '/records/batches',
    name: 'batches',
    component: () => import('@/features/records/SurvivalPage.vue'),
    meta: { title: 'Batches', rail: 'records' },
  },
  {
    path: '/records/timeline',
    name: 'timeline',
    component: () => import('@/features/records/TimelinePage.vue'),
    meta: { title: 'Time line', rail: 'records' },
  },
  {
    path: '/records/supplier',
    name: 'supplier-sheet',
    component: () => import('@/features/records/SupplierSheetPage.vue'),
    meta: { title: 'Supplier sheet', rail: 'records' },
  },
  {
    path: '/records/:case/vet',
    name: 'vet-sheet',
    component: () => import('@/features/records/VetSheetPage.vue'),
    props: (route) => ({ caseId: route.params['case'] }),
    meta: { title: 'Vet sheet', rail: 'records' },
  },
  {
    path: '/records/:case',
    name: 'case',
    component: () => import('@/features/records/CasePage.vue'),
    props: (to) => ({ caseId: to.params['case'] }),
    meta: { title: 'Case', rail: 'records' },
  },
  {
    path: '/conditions/:condition/or/:other',
    name: 'compare',
    component: () => import('@/features/look/ComparePage.vue'),
    props: true,
    meta: { title: said.SIDE_BY_SIDE, rail: 'look' },
  },
  {
    path: '/conditions',
    name: 'conditions',
    component: () => import('@/features/look/ConditionsPage.vue'),
    meta: { title: 'Conditions', rail: 'look' },
  },
  {
    path: '/conditions/:condition',
    name: 'condition',
    component: () => import('@/features/look/ConditionPage.vue'),
    props: true,
    meta: { title: 'Condition', rail: 'look' },
  },
  {
    path: '/rehearse',
    name: 'rehearse',
    component: () => import('@/features/rehearse/RehearsePage.vue'),
    meta: { title: 'Rehearse', rail: 'rehearse' },
  },
  {
    path: '/rehearse/eye',
    name: 'eye',
    component: () => import('@/features/rehearse/EyePage.vue'),
    meta: { title: 'The eye', rail: 'rehearse' },
  },
  {
    path: '/rehearse/tank',
    name: 'tank-side',
    component: () => import('@/features/rehearse/TankSidePage.vue'),
    meta: { title: said.AT_THE_TANK, rail: 'rehearse' },
  },
  {
    path: '/rehearse/reveal',
    name: 'reveal',
    component: () => import('@/features/rehearse/RevealPage.vue'),
    meta: { title: said.WHAT_IT_WAS, rail: 'rehearse' },
  },
  {
    path: '/more',
    name: 'more',
    component: () => import('./MorePage.vue'),
    meta: { title: 'More' },
  },
  {
    path: '/settings',
    name: 'settings',
    component: () => import('@/features/settings/SettingsPage.vue'),
    meta: { title: 'Your settings' },
  },
  {
    path: '/enter',
    name: 'enter',
    component: () => import('@/features/enter/EnterPage.vue'),
    meta: { title: 'Sign in', open: true },
  },
  {
    path: '/join',
    name: 'join',
    component: () => import('@/features/enter/JoinPage.vue'),
    meta: { title: 'Come in', open: true },
  },
  {
    path: '/:rest(.*)*',
    name: 'nowhere',
    component: () => import('@/features/enter/NowherePage.vue'),
    meta: { title: 'Nothing here' },
  },
]

/** Whether a page only wrote into its address what is being typed or chosen there: the field keeps the keys, the page its place. */
const stillTyping = (to: { path: string }, from: { path: string }) =>
  to.path === from.path &&
  !!document.activeElement?.matches('input,textarea,select,[role=combobox],[role=radio]')

export function makeRouter() {
  const router = createRouter({
    history: createWebHistory('/'),
    routes,
    scrollBehavior: (to, from, saved) => saved ?? (stillTyping(to, from) ? false : { top: 0 }),
  })
  router.beforeEach(async (to, from) => {
    // a new build took over while the last one was open: from the next screen on it is that
    if (newBuild.value && from.name) {
      location.assign(to.fullPath)
      return false
    }
    const session = useSession()
    const toEnter = (path: string, fullPath: string) => ({
      name: 'enter',
      query: path === '/' ? {} : { to: fullPath },
    })
    if (!session.state && !to.meta.open && session.recall())
      // without a connection it stays who it was: the service worker answers with what it kept
      void session.read().then(
        async () => {
          await router.isReady()
          const here = router.currentRoute.value
          if (!session.keeper && !here.meta.open) void router.replace(toEnter(here.path, here.fullPath))
        },
        () => undefined,
      )
    else if (!session.state) await session.read()
    if (!session.keeper && !to.meta.open) return toEnter(to.path, to.fullPath)
    if (session.keeper && to.name === 'enter' && !to.hash) return { name: 'today' }
    return true
  })
  router.afterEach((to, from) => {
    document.title = `${to.meta.title}, Pennywort`
    // a new screen begins at its heading, for those who hear it
    if (!from.name) return
    const first = () =>
      document.querySelector<HTMLElement>('[data-first-focus]') ?? document.querySelector<HTMLElement>('h1')
    setTimeout(() => {
      // a form that was opened meanwhile keeps it, and a field that is still there
      if (!document.querySelector('[role=dialog]') && !stillTyping(to, from)) first()?.focus()
    }, 60)
  })
  return router
}
