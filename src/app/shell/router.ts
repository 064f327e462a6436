import { createRouter, createWebHashHistory, type Router } from 'vue-router'
import TodayView from '../today/TodayView.vue'

declare module 'vue-router' {
  interface RouteMeta {
    /** The room that fits the task: the dark bench or the bright desk. */
    room: 'bench' | 'desk'
    /** Shows what all sets together say. */
    wholeBook?: true
  }
}

/** Hash addresses, so that the app runs from any folder of any web host. */
export function createAppRouter(): Router {
  return createRouter({
    history: createWebHashHistory(),
    // A new page begins at its top; going back goes to where one was.
    scrollBehavior: (_to, _from, saved) => saved ?? { top: 0 },
    routes: [
      { path: '/', name: 'today', component: TodayView, meta: { room: 'desk' } },
      {
        path: '/sets/:setId',
        name: 'set',
        component: () => import('../incubating/SetView.vue'),
        props: true,
        meta: { room: 'desk' },
      },
      {
        path: '/sets/:setId/bench',
        name: 'bench',
        component: () => import('../candling/BenchView.vue'),
        props: true,
        meta: { room: 'bench' },
      },
      {
        path: '/sets/:setId/candle',
        name: 'session',
        component: () => import('../candling/SessionView.vue'),
        props: true,
        meta: { room: 'bench' },
      },
      {
        path: '/sets/:setId/removal',
        name: 'removal',
        component: () => import('../candling/RemovalView.vue'),
        props: true,
        meta: { room: 'bench' },
      },
      {
        path: '/sets/:setId/water',
        name: 'water',
        component: () => import('../incubating/WaterView.vue'),
        props: true,
        meta: { room: 'desk' },
      },
      {
        path: '/sets/:setId/hatch',
        name: 'hatch',
        component: () => import('../hatching/HatchView.vue'),
        props: true,
        meta: { room: 'desk' },
      },
      {
        path: '/sets/:setId/report',
        name: 'report',
        component: () => import('../hatching/ReportView.vue'),
        props: true,
        meta: { room: 'desk' },
      },
      {
        path: '/sets/:setId/hand-over',
        name: 'hand-over',
        component: () => import('../hatching/HandOverView.vue'),
        props: true,
        meta: { room: 'desk' },
      },
      {
        path: '/sets/:setId/weigh',
        name: 'weigh',
        component: () => import('../incubating/WeighView.vue'),
        props: true,
        meta: { room: 'desk' },
      },
      {
        path: '/sets/:setId/wall',
        name: 'wall',
        component: () => import('../incubating/WallSheetView.vue'),
        props: true,
        meta: { room: 'desk' },
      },
      {
        path: '/sets/:setId/labels',
        name: 'labels',
        component: () => import('../incubating/LabelsView.vue'),
        props: true,
        meta: { room: 'desk' },
      },
      {
        path: '/incubators/:incubatorId',
        name: 'incubator',
        component: () => import('../incubating/IncubatorView.vue'),
        // How far back, in days, so that a link may show what is older.
        props: ({ params, query }) => ({ ...params, days: Number(query['days']) || undefined }),
        meta: { room: 'desk' },
      },
      {
        path: '/incubators/:incubatorId/round',
        name: 'round',
        component: () => import('../incubating/RoundView.vue'),
        props: true,
        meta: { room: 'desk' },
      },
      {
        path: '/look',
        name: 'look',
        component: () => import('../candling/QuickLookView.vue'),
        meta: { room: 'bench' },
      },
      {
        path: '/plan',
        name: 'plan',
        component: () => import('../planning/PlanView.vue'),
        meta: { room: 'desk' },
      },
      {
        path: '/hatchery',
        name: 'hatchery',
        component: () => import('../planning/HatcheryView.vue'),
        meta: { room: 'desk' },
      },
      {
        path: '/rightness',
        name: 'rightness',
        component: () => import('../learning/RightnessView.vue'),
        meta: { room: 'desk', wholeBook: true },
      },
      {
        path: '/results',
        name: 'results',
        component: () => import('../hatching/ResultsView.vue'),
        meta: { room: 'desk', wholeBook: true },
      },
      {
        path: '/history',
        name: 'history',
        component: () => import('../hatching/HistoryView.vue'),
        meta: { room: 'desk', wholeBook: true },
      },
      {
        path: '/arrived',
        name: 'arrived',
        component: () => import('../candling/ArrivedView.vue'),
        meta: { room: 'desk' },
      },
      {
        path: '/practice',
        name: 'practice',
        component: () => import('../learning/PracticeView.vue'),
        meta: { room: 'bench' },
      },
      {
        path: '/practice/days',
        name: 'days',
        component: () => import('../learning/DaysView.vue'),
        meta: { room: 'desk' },
      },
      {
        path: '/practice/class',
        name: 'class',
        component: () => import('../learning/ClassView.vue'),
        meta: { room: 'bench' },
      },
      {
        path: '/records',
        name: 'records',
        component: () => import('../records/RecordsView.vue'),
        meta: { room: 'desk' },
      },
      { path: '/:rest(.*)*', redirect: '/' },
    ],
  })
}
