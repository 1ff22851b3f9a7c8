<!-- The syntax that a pasted text is written in: this application's own, or that of a platform, which is proposed where the text shows it. -->
<script lang="ts">
	import { useWorkspace } from '$lib/client/context';
	import { readInLikelySyntax } from '$lib/client/read-syntax';

	let { value = $bindable(), own, text }: { value: string; own: string; text: string } = $props();
	const { enquiry, profiles } = useWorkspace();
	/** The profile that was recognised. */
	let likely = $state('');
	let chosen = false;
	$effect(() => {
		let moved = false;
		void readInLikelySyntax(enquiry.id, text).then((answer) => {
			if (moved || !answer.ok || !answer.value) return;
			likely = answer.value.profile;
			if (!chosen) value = likely;
		});
		return () => (moved = true);
	});
</script>

<label class="small flex gap-2 items-center flex-wrap"
	>Written in
	<select class="select" bind:value onchange={() => (chosen = true)}>
		<option value="">{own}</option>
		{#each profiles as profile (profile.id)}<option value={profile.id}>the syntax of {profile.name}</option>{/each}
	</select>
	{#if likely !== '' && value === likely}<span class="soft">recognised by its codes</span>{/if}</label
>
