import { redirect } from 'next/navigation';
import { currentPerson, storesOf } from '@/server/auth/access';

export default async function Home() {
  const person = await currentPerson();
  if (!person) redirect('/sign-in');
  const [first] = await storesOf(person);
  if (!first) redirect('/sign-in?nothing=1');
  // Translators begin where their work is.
  redirect(`/s/${first.id}/${first.role === 'translator' ? 'languages' : 'today'}`);
}
