import { createRouter, createWebHistory, type Router } from 'vue-router';
import { isOutdated, renewShell } from './sync/shell.ts';
import { askHouse } from './settings/use-house.ts';
import { lastKitchen, useSession } from './stores/session.ts';
import { addWords, t } from './words/index.ts';

/** A page that alone says its words brings them: no other page is sent them. */
function withWords<Page>(page: () => Promise<Page>, ...words: (() => Promise<object>)[]): () => Promise<Page> {
  return async () => {
    const [loaded, ...said] = await Promise.all([page(), ...words.map((load) => load())]);
    for (const room of said.flatMap((each) => Object.values(each as object))) addWords(room as object);
    return loaded;
  };
}

export function makeRouter(): Router {
  const router = createRouter({
    history: createWebHistory(),
    routes: [
      { path: '/', redirect: '/runs' },
      {
        path: '/sign-in',
        component: () => import('./settings/SignInPage.vue'),
        meta: { open: true, title: 'signIn.title' },
      },
      {
        path: '/welcome',
        component: () => import('./settings/WelcomePage.vue'),
        meta: { open: true, title: 'welcome.title' },
      },
      {
        path: '/kitchens/new',
        component: withWords(
          () => import('./settings/NewKitchenPage.vue'),
          () => import('./words/en/kitchen-page.ts'),
        ),
        meta: { open: true, title: 'newKitchen.title' },
      },
      {
        path: '/join',
        component: withWords(
          () => import('./settings/JoinPage.vue'),
          () => import('./words/en/kitchen-page.ts'),
        ),
        meta: { open: true, title: 'join.title' },
      },
      { path: '/runs', component: () => import('./runs/RunsPage.vue'), meta: { title: 'runs.title' } },
      { path: '/runs/new', component: () => import('./runs/NewRunPage.vue'), meta: { title: 'newRun.title' } },
      {
        path: '/cook-now',
        component: withWords(
          () => import('./runs/CookNowPage.vue'),
          () => import('./words/en/cook-now.ts'),
        ),
        meta: { title: 'cookNow.title' },
      },
      {
        path: '/formulas',
        component: withWords(
          () => import('./formulas/FormulasPage.vue'),
          () => import('./words/en/book.ts'),
        ),
        meta: { title: 'formulas.title' },
      },
      {
        path: '/formulas/paste',
        component: withWords(
          () => import('./paste/PastePage.vue'),
          () => import('./words/en/paste.ts'),
          () => import('./words/en/book.ts'),
        ),
        meta: { title: 'paste.title' },
      },
      {
        path: '/formulas/:formulaId',
        component: withWords(
          () => import('./formulas/FormulaPage.vue'),
          () => import('./words/en/larder.ts'),
          () => import('./words/en/book.ts'),
        ),
        props: true,
        meta: { title: 'formulas.title' },
      },
      {
        path: '/stations',
        component: withWords(
          () => import('./stations/StationsPage.vue'),
          () => import('./words/en/station-forms.ts'),
        ),
        meta: { title: 'stations.title' },
      },
      {
        path: '/stations/:stationId',
        component: withWords(
          () => import('./stations/StationPage.vue'),
          () => import('./words/en/station-forms.ts'),
        ),
        props: true,
        meta: { title: 'stations.title' },
      },
      {
        path: '/ingredients',
        component: withWords(
          () => import('./larder/LarderPage.vue'),
          () => import('./words/en/larder.ts'),
        ),
        meta: { title: 'larder.title' },
      },
      {
        path: '/practice',
        component: withWords(
          () => import('./practice/PracticePage.vue'),
          () => import('./words/en/practice.ts'),
        ),
        meta: { title: 'practice.title' },
      },
      {
        path: '/practice/swirl',
        component: withWords(
          () => import('./practice/SwirlPage.vue'),
          () => import('./words/en/practice.ts'),
        ),
        meta: { title: 'practice.title' },
      },
      {
        path: '/kitchen',
        component: withWords(
          () => import('./settings/KitchenPage.vue'),
          () => import('./words/en/kitchen-page.ts'),
        ),
        meta: { title: 'kitchen.title' },
      },
      {
        path: '/runs/:runId',
        component: () => import('./stages/frame/RunFrame.vue'),
        props: true,
        children: [
          { path: '', redirect: (to) => ({ path: `${to.path}/brief` }) },
          {
            path: 'brief',
            component: withWords(
              () => import('./stages/brief/BriefStage.vue'),
              () => import('./words/en/brief.ts'),
            ),
          },
          { path: 'batter', component: () => import('./stages/batter/BatterStage.vue') },
          { path: 'rest', component: () => import('./stages/rest/RestStage.vue') },
          { path: 'heat', component: () => import('./stages/heat/HeatStage.vue') },
          {
            path: 'portion',
            component: withWords(
              () => import('./stages/portion/PortionStage.vue'),
              () => import('./words/en/portion.ts'),
            ),
          },
          { path: 'cook', component: () => import('./stages/cook/CookStage.vue') },
          {
            path: 'review',
            component: withWords(
              () => import('./stages/review/ReviewStage.vue'),
              () => import('./words/en/review.ts'),
            ),
          },
        ],
      },
      { path: '/:rest(.*)*', component: () => import('./runs/NothingHere.vue'), meta: { title: 'nothing.title' } },
    ],
  });
  router.beforeEach(async (to) => {
    if (isOutdated()) {
      location.assign(to.fullPath); // what this version would load next is gone
      return false;
    }
    const session = useSession();
    await session.ask().catch(() => undefined);
    if (to.meta['open'] || session.session) return true;
    // in a house where nobody has made a kitchen, who has never signed in here is welcomed
    if (lastKitchen() === '' && (await askHouse()).unmade) return '/welcome';
    return { path: '/sign-in', query: { to: to.fullPath } };
  });
  router.afterEach((to) => {
    if (!to.params['runId']) renewShell(); // who still has a run in hand tells when it is let go

    const title = to.meta['title'];
    document.title = typeof title === 'string' ? `${t(title)} · Bluebell` : 'Bluebell';
  });
  return router;
}
