export { ownColumns } from './extra';
export { ItemCard } from './ItemCard';
export { ItemTrail } from './ItemTrail';
export { PostingLink } from './PostingLink';
export { PostingTrail } from './PostingTrail';
export { turnBack } from './trailApi';
export { TurnBack } from './TurnBack';
