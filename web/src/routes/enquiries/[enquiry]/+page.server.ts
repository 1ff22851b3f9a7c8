import { redirect } from '@sveltejs/kit';

export const load = ({ params }) => redirect(303, `/enquiries/${params.enquiry}/brief`);
