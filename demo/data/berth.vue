<template>
  <section class="berth" :class="{late:isLate}">
    <h2>{{ pier }}</h2>
    <Ferry v-for="(ferry,i) in ferries.filter(one=>one.sails>now)" :key="ferry.name" :ferry="ferry" :first="i===0" @sail="sail( ferry )" />
    <p v-if="isLate">The gangway opens at {{opens??'noon'}}.</p>
  </section>
</template>

<script setup lang="ts">
import {computed,ref} from 'vue'
import Ferry from './Ferry.vue'
const props=defineProps<{pier:string,opens:string}>()
const now=new Date()
const ferries=ref<{name:string;sails:Date}[]>([])
const isLate=computed(()=>ferries.value.some(ferry=>ferry.sails<now))
function sail(ferry:{name:string}){ ferries.value=ferries.value.filter(one=>one!==ferry) }
</script>

<style scoped lang="scss">
.berth{padding:1rem;&.late{color:#b45309}
  h2{margin:0 0 .5rem}}
</style>

<i18n lang="json">
{"late":"delayed","pier":{"mill":"Mill pier"}}
</i18n>
