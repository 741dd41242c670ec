/** Products that a message suggests, and why. */
import { speak } from './speak';

export const say = speak('suggestions', {
  whichProducts: 'Which products',
  boughtTogether: 'Often bought together',
  sameCategory: 'Most bought of the same category',
  chosenByHand: 'Chosen by hand',
  boughtTogetherHint: 'What others ordered with the products of the order, never what is in it.',
  sameCategoryHint: 'Of the categories of the order, never what is in it.',
  chosenHint: 'In this order, without what the customer ordered.',
  products: 'Products',
  addAProduct: 'Add a product',
  atMost: 'Products at most',
  fillUp: 'Fill up with the most bought of the same category',
  withPrices: 'With prices',
  forOrder: 'Suggested for {$orderNumber}',
  beingWorkedOut: 'What is bought together is worked out now, in the background.',
  nothingToSuggest: 'Nothing: the block is left out of this message.',
  whyBoughtWith:
    'Bought with {$name} in {$support :integer} of {$orders :integer} orders, {$lift} times as often as by chance',
  whyCategory:
    '.input {$n :integer} .match $n one {{{$n} order of the category {$category}}} * {{{$n} orders, category {$category}}}',
  whyChosen: 'Chosen by hand',
  fromOrders:
    '.input {$n :integer} .match $n one {{From {$n} order, worked out {#at/}}} * {{From {$n} orders, worked out {#at/}}}',
});
