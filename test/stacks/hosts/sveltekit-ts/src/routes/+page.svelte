<script lang="ts">
	const beds: string[] = ['North bed', 'South bed'];
</script>

<h1>Bed planner</h1>
{#each beds as bed (bed)}
	<p>{bed}</p>
{/each}
