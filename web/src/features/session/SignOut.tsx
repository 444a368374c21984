import Button from '@mui/material/Button';
import { useQueryClient } from '@tanstack/react-query';
import { signOut } from './sessionApi';

export function SignOut() {
  const queries = useQueryClient();
  const leave = async () => {
    await signOut();
    queries.clear();
    window.location.assign('/');
  };
  return (
    <Button variant="text" onClick={() => void leave()}>
      Sign out
    </Button>
  );
}
