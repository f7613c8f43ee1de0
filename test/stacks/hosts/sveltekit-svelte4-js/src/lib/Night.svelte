<script>
	export let degrees;
</script>

<p class:cold={degrees < 0}>{degrees} °C</p>

<style>
	.cold {
		font-weight: bold;
	}
</style>
