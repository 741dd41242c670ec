import { fileResponse } from '@/app/files';
import { access } from '@/server/auth/access';
import { customerById } from '@/server/features/customers/customer';
import { customer } from '@/server/features/orders/use-cases';
import { perform } from '@/server/features/use-case';

/** Everything that is known of a customer, as a file. */
export async function GET(
  _: Request,
  { params }: { params: Promise<{ store: string; id: string }> },
): Promise<Response> {
  const { store, id } = await params;
  return fileResponse(async () => {
    const { email } = await customerById(await access(store, 'customer.data'), id);
    return perform(customer.export, store, { email });
  });
}
