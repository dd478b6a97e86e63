<script setup lang="ts">
import { t } from '../../i18n'
import { useRoute } from 'vue-router'
import Both from '../../parts/Both.vue'
import Faults from '../../parts/Faults.vue'
import Trouble from '../../parts/Trouble.vue'
import { clock, plain } from '../../parts/words'
import { longDate } from '../../i18n/format'
import { useSitting } from './useSitting'

const id = String(useRoute().params.id)
const { saved, draft, plan, state, say, sides, merge, away, gone, faults, news } = useSitting(id)
const leaves = [
  { name: 'intake', key: '1', label: t('common.intake') },
  { name: 'prep', key: '2', label: t('common.prep') },
  { name: 'wear', key: '3', label: t('common.wear') },
  { name: 'lift', key: '4', label: t('common.liftOff') },
  { name: 'night', key: '5', label: t('common.night') },
  { name: 'log', key: '6', label: t('log.log') },
]
const words: Record<string, string> = {
  saved: t('common.saved'),
  saving: t('sitting.saving'),
  faulty: t('sitting.notSavedSeeTheMarked'),
  away: t('sitting.keptHereTryingAgain'),
  stale: t('sitting.twoVersions'),
}
</script>

<template>
  <Trouble v-if="away && !saved" whole />
  <main v-else-if="gone" class="none">
    <h1>{{ t('sitting.thereIsNoSuchSitting') }}</h1>
    <p>{{ t('common.itMayBelongToAnother') }}</p>
    <RouterLink :to="{ name: 'today' }">{{ t('sitting.backToToday') }}</RouterLink>
  </main>
  <main v-else-if="saved && draft && plan">
    <header>
      <div>
        <h1>{{ plan.sitting.client.name }}</h1>
        <p class="sub">
          {{ draft.title || t('common.sitting2') }} · {{ longDate(plan.sitting.day.date) }} · {{ plain(plan.skin.type)
          }}<template v-if="plan.skin.overlays.length"
            >, {{ plan.skin.overlays.map((o) => plain(o)).join(', ') }}</template
          >
          ·
          {{ draft.artist || t('common.noChairYet') }}
        </p>
      </div>
      <div class="right">
        <nav class="leaves" :aria-label="t('sitting.leavesOfTheSitting')">
          <RouterLink
            v-for="l in leaves"
            :key="l.name"
            :to="{ name: l.name, params: { id } }"
            :aria-keyshortcuts="l.key"
            ><i>{{ l.key }}</i
            >{{ l.label }}</RouterLink
          >
          <RouterLink class="chair" :to="{ name: 'chair', params: { id } }">{{ t('chair.atTheChair') }}</RouterLink>
        </nav>
        <p class="state" :class="state" role="status">
          {{ t('sitting.baseAt', { state: words[state], base_at: clock(plan.sitting.day.base_at) }) }}
        </p>
      </div>
    </header>
    <Both
      v-if="sides"
      what="sitting"
      :mine="sides.mine"
      :theirs="sides.theirs"
      :safety="['client.allergies', 'client.conditions', 'client.eyes', 'client.wears']"
      @merged="merge"
    />
    <Trouble v-else-if="state === 'away'" :say="t('sitting.theStudioSRecordsDo')" />
    <template v-else-if="state === 'faulty'">
      <Trouble :say="say + ' ' + t('sitting.thePlanBelowIsOf')" />
      <Faults :faults="faults" />
    </template>
    <p v-else-if="news" class="news" role="status">
      {{ t('sitting.news') }}
      <button type="button" class="quiet" @click="news = false">{{ t('common.close') }}</button>
    </p>
    <RouterView v-slot="{ Component }">
      <KeepAlive><component :is="Component" /></KeepAlive>
    </RouterView>
  </main>
</template>

<style scoped>
main {
  display: grid;
  gap: 14px;
  align-content: start;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 24px;
}
.news {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 12px;
  background: var(--warm);
  padding: 4px 6px 4px 16px;
}
.sub {
  color: var(--soft);
  margin-top: 5px;
}
.right {
  text-align: right;
  flex: none;
}
.leaves {
  display: inline-flex;
}
.leaves a {
  padding: 7px 20px 8px;
  border-bottom: 3px solid var(--fold);
  color: var(--ink);
  text-decoration: none;
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
.leaves .chair {
  background: var(--copper);
  border-color: var(--copper);
  color: var(--paper);
  font-weight: 650;
  margin-left: 10px;
}
.leaves i {
  font-style: normal;
  color: var(--soft);
  font-size: var(--tiny);
  margin-right: 8px;
}
.leaves .router-link-active {
  border-color: var(--copper);
  font-weight: 650;
}
.state {
  font-size: var(--tiny);
  color: var(--soft);
  margin-top: 3px;
}
.state.faulty,
.state.stale {
  color: var(--madder);
  font-weight: 650;
}
.state.away {
  color: var(--copper);
  font-weight: 650;
}
.none {
  padding: 60px 0;
  display: grid;
  gap: 10px;
  justify-items: start;
}
@media (max-width: 900px) {
  header {
    flex-direction: column;
    gap: 8px;
  }
  .right {
    text-align: left;
  }
  .leaves {
    display: flex;
    flex-wrap: wrap;
  }
  .leaves a {
    flex: 1;
    justify-content: center;
    padding: 7px 4px 8px;
  }
  .leaves i {
    display: none;
  }
}
</style>
