'use client';
import { perLanguage } from '@/words/language';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import clsx from 'clsx';
import { Fragment } from 'react';
import { useCharacterKeys, useKeysShown, type KeyNote } from './keys';
import { PedalTeaching } from './PedalTeaching';
import { kit } from './styles';
import css from './KeysSheet.module.css';
import { frameWords } from '@/words/frame';

const always = perLanguage((): readonly KeyNote[] => [
  { keys: frameWords('keys.name.tab'), what: frameWords('keys.tab') },
]);

/** All keys that do something on the present view, as they are bound. */
export function KeysSheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const bound = useKeysShown();
  const [characters, setCharacters] = useCharacterKeys();
  const shown = [...bound, ...always()].filter(
    (note, i, all) => all.findIndex((n) => n.keys === note.keys && n.what === note.what) === i,
  );
  return (
    <Dialog open={open} onClose={onClose} maxWidth="xs" fullWidth>
      <DialogTitle>{frameWords('keys.title')}</DialogTitle>
      <DialogContent>
        <div className={css.keysTable}>
          {shown.map(({ keys, what }) => (
            <Fragment key={`${keys} ${what}`}>
              <span>
                <kbd>{keys}</kbd>
              </span>
              <span>{what}</span>
            </Fragment>
          ))}
        </div>
        <label className={clsx(kit.tick, kit.block, kit.above14)}>
          <input type="checkbox" checked={characters} onChange={(e) => setCharacters(e.target.checked)} />{' '}
          {frameWords('keys.characters')}
        </label>
        <p className={kit.note}>{frameWords('keys.charactersSay')}</p>
        <PedalTeaching />
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{frameWords('close')}</Button>
      </DialogActions>
    </Dialog>
  );
}
