/** Orders of a period as figures. */
export * from './detail';
export * from './summing';
