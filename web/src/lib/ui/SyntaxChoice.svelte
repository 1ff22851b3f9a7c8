<!-- The syntax that a pasted text is written in: this application's own, or that of a platform. -->
<script lang="ts">
	import { takeBench } from '$lib/work/context';

	let { value = $bindable(), own }: { value: string; own: string } = $props();
	const { profiles } = takeBench();
</script>

<label class="small flex gap-2 items-center"
	>Written in
	<select class="ask" bind:value>
		<option value="">{own}</option>
		{#each profiles as profile (profile.id)}<option value={profile.id}>the syntax of {profile.name}</option>{/each}
	</select></label
>
