/** The store's terms. */
import { useCase } from '../use-case';
import { DEED_CHECKS, object, REVISION } from '../shapes';
import { saveTerms } from './terms';

export const terms = {
  save: useCase({
    name: 'terms.save',
    permission: 'terms.name',
    input: object({ revision: REVISION, terms: DEED_CHECKS }),
    run: (who, { revision, terms }) => saveTerms(who, revision, terms),
  }),
};
