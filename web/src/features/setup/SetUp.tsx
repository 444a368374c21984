import { NavLink, useParams } from 'react-router';
import page from '../../components/Page.module.css';
import { People } from './People';

const PARTS = [{ path: 'people', words: 'People' }];

/** What the house is made of: its people and its accounts. */
export function SetUp() {
  const { part = 'people' } = useParams();
  return (
    <div className={page.page}>
      <nav className={page.tabs} aria-label="Set-up">
        {PARTS.map((p) => (
          <NavLink key={p.path} to={`/set-up/${p.path}`} aria-current={p.path === part && 'page'}>
            {p.words}
          </NavLink>
        ))}
      </nav>
      {part === 'people' && <People />}
    </div>
  );
}
