export { ItemCard } from './ItemCard';
export { ItemTrail } from './ItemTrail';
export { PostingLink } from './PostingLink';
export { PostingTrail } from './PostingTrail';
