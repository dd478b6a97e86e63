import { speakAll, t } from './i18n'
import { createRouter, createWebHistory } from 'vue-router'
import SignIn from './places/signin/SignIn.vue'
import TodayPlace from './places/today/Today.vue'

const cards = () => import('./places/sitting/CardPage.vue')

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'today', component: TodayPlace },
    { path: '/sign-in', name: 'sign-in', component: SignIn, meta: { open: true } },
    { path: '/clients', name: 'clients', component: () => import('./places/clients/Clients.vue') },
    { path: '/clients/new', name: 'new-client', component: () => import('./places/clients/ClientRecord.vue') },
    { path: '/clients/:id', name: 'client', component: () => import('./places/clients/ClientRecord.vue') },
    {
      path: '/card/:token',
      name: 'card',
      component: () => import('./places/chair/BagCard.vue'),
      meta: { open: true },
    },
    {
      path: '/wear/:token',
      name: 'wear-link',
      component: () => import('./places/log/WearByLink.vue'),
      meta: { open: true },
    },
    {
      path: '/sittings/:id/chair',
      name: 'chair',
      component: () => import('./places/chair/Chairside.vue'),
      meta: { whole: true },
    },
    {
      path: '/sittings/:id',
      component: () => import('./places/sitting/Sitting.vue'),
      children: [
        { path: '', redirect: (to) => ({ name: 'prep', params: to.params }) },
        { path: 'intake', name: 'intake', component: () => import('./places/sitting/Intake.vue') },
        { path: 'prep', name: 'prep', component: () => import('./places/sitting/Prep.vue') },
        { path: 'wear/card', name: 'touch-up-card', component: cards, props: { which: 'touch-ups' } },
        { path: 'lift-off/card', name: 'aftercare-card', component: cards, props: { which: 'aftercare' } },
        { path: 'lift-off', name: 'lift', component: () => import('./places/lift/LiftLeaf.vue') },
        { path: 'night', name: 'night', component: () => import('./places/night/NightLeaf.vue') },
        { path: 'log', name: 'log', component: () => import('./places/log/LogLeaf.vue') },
        { path: 'wear', name: 'wear', component: () => import('./places/wear/WearLeaf.vue') },
      ],
    },
    { path: '/kit', name: 'kit', component: () => import('./places/kit/Kit.vue') },
    { path: '/me', name: 'me', component: () => import('./places/me/MySignIn.vue') },
    { path: '/people', name: 'people', component: () => import('./places/people/People.vue') },
    { path: '/method', name: 'method', component: () => import('./places/method/HouseMethod.vue') },
    { path: '/:rest(.*)*', name: 'nowhere', component: () => import('./places/Nowhere.vue') },
  ],
})

// A page is titled by its place, never by a client: titles stay in histories.
const titles: Record<string, string> = {
  today: 'common.today',
  'sign-in': 'common.signIn',
  clients: 'common.clients',
  'new-client': 'common.newClient',
  client: 'common.client2',
  intake: 'common.intake',
  prep: 'common.prep',
  'touch-up-card': 'router.touchUpsCard',
  'aftercare-card': 'router.aftercareCard',
  lift: 'common.liftOff',
  wear: 'common.wear',
  night: 'common.night',
  chair: 'chair.chairside',
  card: 'card.touchUps',
  'wear-link': 'wearForm.howDidItWear',
  log: 'log.log',
  kit: 'common.kit',
  me: 'router.mySignIn',
  people: 'common.people',
  method: 'common.houseMethod',
  nowhere: 'router.nothingHere',
}
const early = ['today', 'sign-in'] // their words come with the program
const late = (to: { name?: unknown }) => !early.includes(String(to.name))
router.beforeEach((to) => void (late(to) && speakAll().catch(() => undefined))) // beside the place itself
router.beforeResolve(async (to) => void (late(to) && (await speakAll())))
router.afterEach((to) => {
  document.title = t('router.urnCloth', { name: t(titles[String(to.name)] ?? 'router.nothingHere') })
})
