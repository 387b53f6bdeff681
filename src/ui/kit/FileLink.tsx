'use client';
import Button, { type ButtonProps } from '@mui/material/Button';
import { usePrintDesk } from './printContext';

/** A file of the print to save: made by the server with its progress shown. With a key held the browser fetches it as it likes. */
export function FileLink({ href, ...button }: ButtonProps & { readonly href: string }) {
  const { saveFile } = usePrintDesk('saveFile');
  return (
    <Button
      {...button}
      href={href}
      onClick={(event) => {
        if (event.ctrlKey || event.metaKey || event.shiftKey || event.altKey) return;
        event.preventDefault();
        void saveFile(href);
      }}
    />
  );
}
