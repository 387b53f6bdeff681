'use client';
import Button, { type ButtonProps } from '@mui/material/Button';
import { useRef } from 'react';

interface Props extends Pick<ButtonProps, 'variant' | 'color' | 'disabled' | 'children'> {
  /** What file it is, for those who do not see the button's place. */
  readonly label: string;
  /** As in the attribute of a file input. */
  readonly accept: string;
  /** On a tablet the camera on its back is asked for a picture. */
  readonly camera?: boolean;
  readonly onFile: (file: File) => void;
}

/** Opens the system's own choice of a file; the same file can be chosen again. */
export function FileButton({ label, accept, camera = false, onFile, ...button }: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button {...button} onClick={() => input.current?.click()} />
      <input
        ref={input}
        type="file"
        accept={accept}
        capture={camera ? 'environment' : undefined}
        hidden
        aria-label={label}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) onFile(file);
        }}
      />
    </>
  );
}
