import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { Suspense, useEffect, useRef, useState } from 'react';
import { NavLink, Outlet, useLocation, useNavigate } from 'react-router';
import { useLive } from '../api/live';
import { Loading, Sentence } from '../components/States';
import { SignIn, SignInAgain, sessionQuery, SignOut } from '../features/session';
import { goRound, isInField, isInZone, singleKeysAct } from '../keyboard/keys';
import { longDate } from '../money/money';
import { FindAnything } from './FindAnything';
import { Help } from './Help';
import styles from './Shell.module.css';

interface Screen {
  to: string;
  words: string;
  key: string;
  also?: string[];
  /** Shown to those who have it. */
  right?: 'SET_UP';
}

const SCREENS: Screen[] = [
  { to: '/desk', words: 'Desk', key: 'd' },
  { to: '/arrivals', words: 'Arrivals', key: 'a', also: ['/simulated-bank'] },
  {
    to: '/deposits',
    words: 'Deposits',
    key: 'e',
    also: ['/receipts', '/takings', '/ties', '/accounts'],
  },
  { to: '/customers', words: 'Customers', key: 'c' },
  { to: '/books', words: 'Books', key: 'b', also: ['/trail', '/credits'] },
  { to: '/rules', words: 'Rules', key: 'r' },
  { to: '/set-up', words: 'Set-up', key: 's', right: 'SET_UP' },
];

/** The frame of every page: who is signed in, which screen, and the keys that act everywhere. */
export function Shell() {
  const session = useQuery(sessionQuery);
  // a session may end while somebody works: the page stays, and they sign in over it
  const [entered, setEntered] = useState(false);
  if (session.data?.signedIn && !entered) {
    setEntered(true);
  }
  if (session.isPending) {
    return <Loading />;
  }
  if (session.isError) {
    return <Sentence error={session.error} retry={() => void session.refetch()} />;
  }
  return session.data.signedIn || entered ? <SignedIn /> : <SignIn session={session.data} />;
}

function SignedIn() {
  const { data: session } = useQuery(sessionQuery);
  const [name, setName] = useState('');
  if (session?.name && session.name !== name) {
    setName(session.name);
  }
  const { pathname } = useLocation();
  const [help, setHelp] = useState(false);
  useLive();
  useEveryKey(() => setHelp((open) => !open));
  return (
    <div className={styles.page}>
      <header className={styles.header}>
        <span className={styles.name}>
          sumbrel<span className={styles.dot}>.</span>
        </span>
        <nav className={styles.tabs} aria-label="Screens">
          {SCREENS.filter((s) => !s.right || session?.rights.includes(s.right)).map((s) => (
            <NavLink
              key={s.to}
              to={s.to}
              className={({ isActive }) =>
                isActive || s.also?.some((a) => pathname.startsWith(a))
                  ? `${styles.tab} ${styles.chosen}`
                  : styles.tab
              }
            >
              {s.words}
            </NavLink>
          ))}
        </nav>
        <FindAnything />
        <span className={styles.who}>
          <span>{session?.books}</span>
          <span>{session?.businessDate ? longDate(session.businessDate) : ''}</span>
          <span>{name}</span>
          <Button onClick={() => setHelp((open) => !open)}>Keys</Button>
          <SignOut />
        </span>
      </header>
      <SignInAgain name={name} />
      {help && <Help close={() => setHelp(false)} />}
      <main className={styles.main}>
        <Suspense fallback={<Loading />}>
          <Outlet />
        </Suspense>
      </main>
    </div>
  );
}

/** Keys of the whole page: zones, help, and G with the letter of a screen. */
function useEveryKey(toggleHelp: () => void) {
  const navigate = useNavigate();
  // outlives the effect: a page may be drawn anew between G and its letter
  const afterG = useRef(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'F6') {
        event.preventDefault();
        goRound(event.shiftKey ? -1 : 1);
      }
      const held = event.ctrlKey || event.metaKey || event.altKey;
      if (isInField(event) || held || !singleKeysAct()) {
        return;
      }
      const screen = SCREENS.find((s) => s.key === event.key.toLowerCase());
      if (afterG.current && screen) {
        event.preventDefault();
        event.stopPropagation();
        if (!window.location.pathname.startsWith(screen.to)) {
          void navigate(screen.to);
        }
      } else if (event.key === '?') {
        toggleHelp();
      } else if (event.key === '/') {
        event.preventDefault();
        document.getElementById('find-anything')?.focus();
      } else if (event.key.toLowerCase() === 'f' && !isInZone(event, 'items')) {
        const find = document.querySelector<HTMLInputElement>('[data-find]');
        if (find) {
          event.preventDefault();
          find.focus();
        }
      }
      afterG.current = event.key.toLowerCase() === 'g';
    };
    document.addEventListener('keydown', onKey, true);
    return () => document.removeEventListener('keydown', onKey, true);
  }, [navigate, toggleHelp]);
}
