<script>
  let names = $state(['Chard', 'Leek'])
</script>

<h1>Seed labels</h1>
{#each names as name}
  <p>{name}</p>
{/each}
<button onclick={() => names.push('Onion')}>One more</button>
