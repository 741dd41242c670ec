export { compileMapping, mappingProblems, type AppliedMapping, type Mapped, type MappingContext } from './apply';
export { compileQuery } from './query';
export { FieldSchema, MappingSchema, type MappedField, type Mapping, type Target, type TargetKind } from './schema';
export { LISTS, listOf, targetAt, TARGETS } from './targets';
export { point, type Pointed } from './pointing';
