/**
 * Reads kept words (`words/kept`). What was kept may be any message that `core` or the server says, so all of them are loaded with this:
 * whoever reads has seldom said it.
 */
import '@/core/conditions/sentence';
import '@/core/names';
import '@/words/bounces';
import '@/words/briefing';
import '@/words/checking';
import '@/words/deliveries';
import '@/words/colleagues';
import '@/words/diagnosis';
import '@/words/dns';
import '@/words/codes';
import '@/words/files';
import '@/words/findings';
import '@/words/glossary';
import '@/words/history';
import '@/words/judged';
import '@/words/mapping';
import '@/words/moments';
import '@/words/names';
import '@/words/notices';
import '@/words/operations';
import '@/words/orders';
import '@/words/placeholders';
import '@/words/hooks';
import '@/words/languages';
import '@/words/policy';
import '@/words/passkeys';
import '@/words/problems';
import '@/words/provider';
import '@/words/proof';
import '@/words/ready';
import '@/words/reasons';
import '@/words/refusals';
import '@/words/ownOrders';
import '@/words/rehearsal';
import '@/words/rehearsed';
import '@/words/replies';
import '@/words/secondFactor';
import '@/words/sent';
import '@/words/sentAs';
import '@/words/sets';
import '@/words/settings';
import '@/words/shell';
import '@/words/signIn';
import '@/words/sources';
import '@/words/stock';
import '@/words/stores';
import '@/words/syntax';
import '@/words/tests';
import '@/words/timing';
import '@/words/told';
import '@/words/unsubscribed';
import '@/words/values';
import '@/words/viewings';

export { readKept, readKeptIn } from '@/words/kept';
