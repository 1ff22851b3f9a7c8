<!-- The mark of the application; leads to the desk. -->
<script lang="ts">
	import { base } from '$app/paths';
</script>

<a class="brand" href="{base}/desk"
	><img src="/lantern.svg" alt="" width="22" height="22" /><span class="wide">Wide Lantern</span></a
>

<style>
	.brand {
		display: flex;
		align-items: center;
		gap: 8px;
		font-weight: 600;
		color: inherit;
		text-decoration: none;
		white-space: nowrap;
	}
</style>
