export { compileMapping, type AppliedMapping, type Mapped } from './apply';
export { mappingProblems } from './problems';
export { type MappingContext } from './values';
export { compileQuery } from './query';
export { FieldSchema, MappingSchema, type MappedField, type Mapping, type Target, type TargetKind } from './schema';
export { LISTS, listOf, targetAt, TARGETS } from './targets';
export { point, type Pointed } from './pointing';
