/**
 * Runs tests in Node's own context. In one of their own, as Jest makes it, each use of a global, such as `Object` or `Math`, goes through an
 * interceptor: what uses many takes several times as long there as in the product. What a file leaves in the shared context goes with it,
 * and so do the handlers of Jest itself, which each file adds to.
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
  private readonly globalsBefore = new Set(Reflect.ownKeys(globalThis));
  private readonly settingsBefore = { ...process.env };

  constructor(...given: ConstructorParameters<typeof TestEnvironment>) {
    super(...given);
    // What Jest's type has beside it is for measuring coverage.
    this.global = globalThis as unknown as typeof this.global;
    this.fakeTimersModern = new ModernFakeTimers({ config: given[0].projectConfig, global: globalThis });
    ours.add(this.context!);
  }

  override async teardown(): Promise<void> {
    await super.teardown();
    for (const key of Reflect.ownKeys(globalThis))
      if (!this.globalsBefore.has(key)) Reflect.deleteProperty(globalThis, key);
    for (const name of Object.keys(process.env)) if (!(name in this.settingsBefore)) delete process.env[name];
    Object.assign(process.env, this.settingsBefore);
  }
}
