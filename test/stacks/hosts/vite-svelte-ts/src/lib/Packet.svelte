<script lang="ts">
  let { name }: { name: string } = $props()
</script>

<p>{name}</p>
