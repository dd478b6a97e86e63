<script setup lang="ts">
// Rights is what each role may do, as the server decides it.
import type { People } from '../../api/client'
import { t } from '../../i18n'

defineProps<{ roles: People['roles'] }>()
const rights = ['work', 'keep_clients', 'keep_kit', 'keep_house', 'keep_people'] as const
</script>

<template>
  <section class="sheet rights" aria-labelledby="rights-title">
    <h2 id="rights-title">{{ t('rights.title') }}</h2>
    <div class="roll" tabindex="0" role="region" :aria-label="t('rights.may')">
      <table>
        <thead>
          <tr>
            <th scope="col">{{ t('rights.may') }}</th>
            <th v-for="r in roles" :key="r.role" scope="col">{{ t('roles.' + r.role) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="right in rights" :key="right">
            <th scope="row">{{ t('rights.' + right) }}</th>
            <td v-for="r in roles" :key="r.role">{{ r.may.includes(right) ? t('common.yes') : t('common.no') }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.rights {
  padding: 16px 20px 20px;
  display: grid;
  gap: 8px;
}
.roll {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
  text-align: left;
}
th,
td {
  padding: 10px 14px 10px 0;
  border-bottom: 1px solid var(--fold);
  vertical-align: top;
}
tbody th {
  font-weight: 400;
}
</style>
