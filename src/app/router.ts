import { createRouter, createWebHashHistory, type Router } from 'vue-router'
import TodayView from './views/TodayView.vue'

declare module 'vue-router' {
  interface RouteMeta {
    /** The room that fits the task: the dark bench or the bright desk. */
    room: 'bench' | 'desk'
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
      { path: '/sets/:setId', name: 'set', component: () => import('./views/SetView.vue'), props: true, meta: { room: 'desk' } },
      { path: '/sets/:setId/bench', name: 'bench', component: () => import('./views/BenchView.vue'), props: true, meta: { room: 'bench' } },
      { path: '/sets/:setId/candle', name: 'session', component: () => import('./views/SessionView.vue'), props: true, meta: { room: 'bench' } },
      { path: '/sets/:setId/removal', name: 'removal', component: () => import('./views/RemovalView.vue'), props: true, meta: { room: 'bench' } },
      { path: '/sets/:setId/wall', name: 'wall', component: () => import('./views/WallSheetView.vue'), props: true, meta: { room: 'desk' } },
      { path: '/sets/:setId/labels', name: 'labels', component: () => import('./views/LabelsView.vue'), props: true, meta: { room: 'desk' } },
      { path: '/plan', name: 'plan', component: () => import('./views/PlanView.vue'), meta: { room: 'desk' } },
      { path: '/hatchery', name: 'hatchery', component: () => import('./views/HatcheryView.vue'), meta: { room: 'desk' } },
      { path: '/rightness', name: 'rightness', component: () => import('./views/RightnessView.vue'), meta: { room: 'desk' } },
      { path: '/records', name: 'records', component: () => import('./views/RecordsView.vue'), meta: { room: 'desk' } },
      { path: '/:rest(.*)*', redirect: '/' },
    ],
  })
}
