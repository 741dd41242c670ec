/** Where somebody goes on after signing in: only a path of our own, because a full address could lead elsewhere. */
export const ownAddress = (to: string | undefined): string =>
  to && /^\/(s\/[\w-]+|join\/[\w-]{43}$)/.test(to) ? to : '/';
