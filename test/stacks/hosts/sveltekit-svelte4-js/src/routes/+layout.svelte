<script>
	import '$lib/look.css';
</script>

<header>Frost watch</header>
<slot />
