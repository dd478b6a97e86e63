<script setup lang="ts">
import { t } from '../../i18n'
import { ref } from 'vue'
import type { Person } from '../../api/client'
import Choices from '../../parts/Choices.vue'

// PersonRow is somebody of the studio, and what an owner may do about their access.
type Role = Person['role']
defineProps<{
  person: Person
  roles: { value: Role; label: string; hint: string }[]
  owner: boolean
  self: boolean
}>()
const emit = defineEmits<{ role: [Role]; remove: []; end: []; reset: [] }>()
const more = ref(false)
const sure = ref(false)
function remove() {
  if (sure.value) emit('remove')
  sure.value = !sure.value
}
</script>

<template>
  <li>
    <span class="name">
      <b>{{ person.name }}</b>
      <span class="soft"
        >{{ person.email }}<template v-if="person.second_factor">{{ ' ' + t('personRow.secondStepOn') }}</template
        ><template v-if="person.must_change">{{ ' ' + t('personRow.hasNotSignedInWith') }}</template></span
      >
    </span>
    <template v-if="owner">
      <Choices
        :legend="t('personRow.roleOf', { name: person.name })"
        :options="roles"
        :model-value="person.role"
        @update:model-value="(v) => v && emit('role', v)"
      />
      <button type="button" class="quiet" :aria-expanded="more" @click="more = !more">
        {{ t('personRow.access') }}
      </button>
      <div v-if="more" class="more">
        <button type="button" class="quiet" @click="emit('end')">{{ t('personRow.endAllSessions') }}</button>
        <button type="button" class="quiet" @click="emit('reset')">{{ t('personRow.resetTheSignIn') }}</button>
        <button type="button" class="quiet danger" @click="remove">
          {{
            sure
              ? t('personRow.yesTakeOut', { name: self ? t('personRow.myself') : person.name })
              : t('personRow.takeOutOfTheStudio')
          }}
        </button>
        <p class="soft">
          {{ t('personRow.aResetMakesANew') }}
        </p>
      </div>
    </template>
    <span v-else>{{ t('roles.' + person.role) }}</span>
  </li>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 10px 20px;
  padding: 12px 20px;
  border-bottom: 1px solid var(--fold);
  align-items: center;
}
.name span {
  display: block;
}
li :deep(legend) {
  position: absolute;
  width: 1px;
  height: 1px;
  overflow: hidden;
  clip-path: inset(50%);
}
.more {
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
}
.danger {
  border-color: var(--madder);
  color: var(--madder);
}
@media (max-width: 800px) {
  li {
    grid-template-columns: 1fr;
  }
}
</style>
