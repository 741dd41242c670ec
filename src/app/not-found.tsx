import Link from '@/ui/parts/Link';

export default function NothingHere() {
  return (
    <div className="mx-auto max-w-md px-6 py-16">
      <h1 className="font-serif text-xl">There is nothing at this address</h1>
      <p className="mt-2 text-sm text-slate">
        It may have been in another store, or the address was copied in part.{' '}
        <Link href="/" className="link">
          Go to Today
        </Link>
        .
      </p>
    </div>
  );
}
