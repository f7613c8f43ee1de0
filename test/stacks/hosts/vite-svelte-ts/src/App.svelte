<script lang="ts">
  import Packet from './lib/Packet.svelte'

  let packets: string[] = $state(['Beans', 'Kale'])
</script>

<main>
  <h1>Seed swap</h1>
  {#each packets as name (name)}
    <Packet {name} />
  {/each}
</main>

<style>
  h1 {
    color: #3a5a40;
  }
</style>
