/**
 * Runs tests in Node's own context. In one of their own, as Jest makes it, each use of a global, such as `Object` or `Math`, goes through an
 * interceptor: what uses many, such as the making of SQL, takes several times as long there as in the product.
 */
import vm from 'node:vm';
import { ModernFakeTimers } from '@jest/fake-timers';
import { TestEnvironment } from 'jest-environment-node';

const ours = new WeakSet<object>();
const { compileFunction } = vm;
vm.compileFunction = (source, parameters, { parsingContext, ...options } = {}) =>
  compileFunction(
    source,
    parameters,
    parsingContext && !ours.has(parsingContext) ? { ...options, parsingContext } : options,
  );

export default class OwnContext extends TestEnvironment {
  constructor(...given: ConstructorParameters<typeof TestEnvironment>) {
    super(...given);
    // What Jest's type has beside it is for measuring coverage.
    this.global = globalThis as unknown as typeof this.global;
    this.fakeTimersModern = new ModernFakeTimers({ config: given[0].projectConfig, global: globalThis });
    ours.add(this.context!);
  }
}
