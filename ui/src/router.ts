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
      path: '/sittings/:id',
      component: () => import('./places/sitting/Sitting.vue'),
      children: [
        { path: '', redirect: (to) => ({ name: 'prep', params: to.params }) },
        { path: 'intake', name: 'intake', component: () => import('./places/sitting/Intake.vue') },
        { path: 'prep', name: 'prep', component: () => import('./places/sitting/Prep.vue') },
        { path: 'wear/card', name: 'touch-up-card', component: cards, props: { which: 'touch-ups' } },
        { path: 'lift-off/card', name: 'aftercare-card', component: cards, props: { which: 'aftercare' } },
        { path: 'lift-off', name: 'lift', component: () => import('./places/lift/LiftLeaf.vue') },
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
  today: 'Today',
  'sign-in': 'Sign in',
  clients: 'Clients',
  'new-client': 'New client',
  client: 'Client',
  intake: 'Intake',
  prep: 'Prep',
  'touch-up-card': 'Touch-ups, card',
  'aftercare-card': 'Aftercare, card',
  lift: 'Lift-off',
  wear: 'Wear',
  kit: 'Kit',
  me: 'My sign-in',
  people: 'People',
  method: 'House method',
  nowhere: 'Nothing here',
}
router.afterEach((to) => {
  document.title = `${titles[String(to.name)] ?? 'Urn Cloth'} · Urn Cloth`
})
