<script lang="ts">
  import {onMount} from 'svelte'
  import type {Berth,Tide} from './rota'

  let { berths=[], tide }: { berths?:Berth[], tide:Tide } = $props()
  let open=$state<string|undefined>(undefined)
  const late=$derived(berths.filter(berth=>berth.minutesLate>5))

  onMount(()=>{ console.log(`${berths.length} berths`) })
</script>

<svelte:head><title>Gangway rota</title></svelte:head>

{#snippet row( berth:Berth,i:number )}
<li class:late={berth.minutesLate>5}>
<button type="button" aria-expanded={open===berth.boat} onclick={()=>{open=open===berth.boat?undefined:berth.boat}}>{i+1}. { berth.boat }</button>
{#if open===berth.boat}
<p>Gangway { berth.gangway },   {berth.minutesLate}&nbsp;minutes late</p>
{:else if berth.minutesLate>5}
<small>late</small>
{/if}
</li>
{/snippet}

<section class='gangway' style="--level: {tide.level}m">
<h2>Low water at {tide.low.toLocaleTimeString('en-GB',{hour:'2-digit',minute:'2-digit'})}</h2>
<ol>
{#each berths as berth,i (berth.boat)}
{@render row( berth,i )}
{:else}
<li>No boat is due.</li>
{/each}
</ol>
{#await tide.next then next}<p>Next: {next.time}</p>{:catch error}<p>{error.message}</p>{/await}
</section>

<style>
.gangway{
border-top:2px solid
}
.late{ color:firebrick }
</style>
