<template>
  <section class="berth" :class="{ late: isLate }">
    <h2>{{ pier }}</h2>
    <Ferry v-for="ferry in ferries" :key="ferry.name" :ferry="ferry" @sail="sail(ferry)" />
    <p v-if="isLate">The gangway opens at {{ opens }}.</p>
  </section>
</template>

<script setup lang="ts">
import {computed,ref} from 'vue'
import Ferry from './Ferry.vue'
const props=defineProps<{pier:string,opens:string}>()
const ferries=ref<{name:string;sails:Date}[]>([])
const isLate=computed(()=>ferries.value.some(ferry=>ferry.sails<new Date()))
function sail(ferry:{name:string}){ ferries.value=ferries.value.filter(one=>one!==ferry) }
</script>

<style scoped lang="scss">
.berth{padding:1rem;&.late{color:#b45309}
  h2{margin:0 0 .5rem}}
</style>

<i18n lang="json">
{"late":"delayed","pier":{"mill":"Mill pier"}}
</i18n>
