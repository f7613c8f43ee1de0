<script>
	import Night from '$lib/Night.svelte';

	const nights = [-2, 1];
</script>

{#each nights as degrees}
	<Night {degrees} />
{/each}
