export { default } from './s/[store]/not-found';
