import Link from '@/ui/parts/Link';
import { say } from '@/words/pages';

export default function NothingHere() {
  return (
    <div className="mx-auto max-w-md px-6 py-16">
      <h1 className="font-serif text-xl">{say.thereIsNothingAtThis}</h1>
      <p className="mt-2 text-sm text-slate">
        {say.itMayHaveBeenIn}{' '}
        <Link href="/" className="link">
          {say.goToToday}
        </Link>
        .
      </p>
    </div>
  );
}
