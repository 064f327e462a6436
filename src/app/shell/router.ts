import { createRouter, createWebHashHistory, type RouteRecordRaw, type Router } from 'vue-router'
import TodayView from '../today/TodayView.vue'

declare module 'vue-router' {
  interface RouteMeta {
    /** The room that fits the task: the dark bench or the bright desk. */
    room: 'bench' | 'desk'
    /** Shows what all sets together say. */
    wholeBook?: true
  }
}

type Page = () => Promise<unknown>
type Room = 'bench' | 'desk'

/** Pages of one set: what follows its address, and the room that fits. */
const OF_SET: ReadonlyArray<readonly [path: string, name: string, room: Room, page: Page]> = [
  ['', 'set', 'desk', () => import('../incubating/SetView.vue')],
  ['/eggs/:eggId', 'egg', 'bench', () => import('../candling/EggView.vue')],
  ['/bench', 'bench', 'bench', () => import('../candling/BenchView.vue')],
  ['/candle', 'session', 'bench', () => import('../candling/SessionView.vue')],
  ['/paper', 'paper', 'desk', () => import('../candling/PaperLooksView.vue')],
  ['/removal', 'removal', 'bench', () => import('../candling/RemovalView.vue')],
  ['/water', 'water', 'desk', () => import('../incubating/WaterView.vue')],
  ['/hatch', 'hatch', 'desk', () => import('../hatching/HatchView.vue')],
  ['/report', 'report', 'desk', () => import('../hatching/ReportView.vue')],
  ['/hand-over', 'hand-over', 'desk', () => import('../hatching/HandOverView.vue')],
  ['/weigh', 'weigh', 'desk', () => import('../incubating/WeighView.vue')],
  ['/wall', 'wall', 'desk', () => import('../incubating/WallSheetView.vue')],
  ['/labels', 'labels', 'desk', () => import('../incubating/LabelsView.vue')],
]

/** Pages of the hatchery. */
const OF_HATCHERY: ReadonlyArray<readonly [path: string, name: string, room: Room, page: Page]> = [
  ['/look', 'look', 'bench', () => import('../candling/QuickLookView.vue')],
  ['/lamp', 'lamp', 'desk', () => import('../candling/LampCheckView.vue')],
  ...(import.meta.env.DEV
    ? [['/kit', 'kit', 'desk', () => import('../shared/kit/KitPage.vue')] as const]
    : []),
  ['/plan', 'plan', 'desk', () => import('../planning/PlanView.vue')],
  ['/hatchery', 'hatchery', 'desk', () => import('../planning/HatcheryView.vue')],
  ['/arrived', 'arrived', 'desk', () => import('../candling/ArrivedView.vue')],
  ['/practice', 'practice', 'bench', () => import('../learning/PracticeView.vue')],
  ['/practice/days', 'days', 'desk', () => import('../learning/DaysView.vue')],
  ['/practice/sealed', 'sealed', 'desk', () => import('../learning/SealedDaysView.vue')],
  ['/practice/class', 'class', 'bench', () => import('../learning/ClassView.vue')],
  ['/records', 'records', 'desk', () => import('../records/RecordsView.vue')],
]

/** Pages that show what all sets together say. */
const OF_WHOLE_BOOK: typeof OF_HATCHERY = [
  ['/rightness', 'rightness', 'desk', () => import('../learning/RightnessView.vue')],
  ['/results', 'results', 'desk', () => import('../hatching/ResultsView.vue')],
  ['/history', 'history', 'desk', () => import('../hatching/HistoryView.vue')],
  ['/eggs', 'all-eggs', 'desk', () => import('../records/AllEggsView.vue')],
]

const ROUTES: readonly RouteRecordRaw[] = [
  { path: '/', name: 'today', component: TodayView, meta: { room: 'desk' } },
  ...OF_SET.map(([path, name, room, component]) => ({
    path: `/sets/:setId${path}`,
    name,
    component,
    props: true,
    meta: { room },
  })),
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
  ...OF_HATCHERY.map(([path, name, room, component]) => ({ path, name, component, meta: { room } })),
  ...OF_WHOLE_BOOK.map(([path, name, room, component]) => ({
    path,
    name,
    component,
    meta: { room, wholeBook: true as const },
  })),
  { path: '/:rest(.*)*', redirect: '/' },
]

/** Hash addresses, so that the app runs from any folder of any web host. */
export function createAppRouter(): Router {
  return createRouter({
    history: createWebHashHistory(),
    // A new page begins at its top; going back goes to where one was.
    scrollBehavior: (_to, _from, saved) => saved ?? { top: 0 },
    routes: ROUTES,
  })
}
