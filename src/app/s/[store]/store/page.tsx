import { redirect } from 'next/navigation';

/** The first part of what a store has set up. */
export default async function Store({ params }: { params: Promise<{ store: string }> }) {
  redirect(`/s/${(await params).store}/store/payment`);
}
