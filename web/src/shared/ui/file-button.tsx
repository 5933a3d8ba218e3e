import { type ReactNode, useRef } from 'react';
import { Button } from './button';

interface FileButtonProps {
  /** what is asked for, for who cannot see the button */ label: string;
  /** on the button where that holds a picture alone */ name?: string;
  accept: string;
  /** asks for the camera where there is one */ isCamera?: boolean;
  size?: 'large';
  onFile(file: File): void;
  children: ReactNode;
}

/** A button that asks for one file, again and again the same one too. */
export function FileButton({ label, name, accept, isCamera = false, size, onFile, children }: FileButtonProps) {
  const chooser = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button size={size} aria-label={name} title={name} onClick={() => chooser.current?.click()}>
        {children}
      </Button>
      <input
        ref={chooser}
        type="file"
        accept={accept}
        {...(isCamera ? { capture: 'environment' as const } : {})}
        aria-label={label}
        className="hidden"
        onChange={({ target }) => {
          const file = target.files?.[0];
          if (file) onFile(file);
          target.value = '';
        }}
      />
    </>
  );
}
