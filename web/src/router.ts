import { createRouter, createWebHistory } from 'vue-router'
import SceneListPage from './scenes/SceneListPage.vue'
import { isRenewed } from './shared/renewed'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', component: SceneListPage },
    {
      path: '/scenes/:id(\\d+)',
      component: () => import('./workspace/WorkspacePage.vue'),
      props: (route) => ({ id: Number(route.params.id) }),
    },
    {
      path: '/scenes/:id(\\d+)/reels',
      component: () => import('./reels/ReelsPage.vue'),
      props: (route) => ({ id: Number(route.params.id) }),
    },
    {
      path: '/screen/:id(\\d+)',
      component: () => import('./screens/ScreenPage.vue'),
      props: (route) => ({ id: Number(route.params.id), follow: String(route.query.follow ?? '') }),
    },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
})

// A page whose script is gone since the server was updated is had by loading it whole.
router.onError(async (_wrong, to) => {
  if (await isRenewed().catch(() => false)) window.location.assign(to.fullPath)
})
