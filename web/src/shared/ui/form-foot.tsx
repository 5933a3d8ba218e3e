import type { ComponentProps } from 'react';
import { Button } from './button';

/** What is wrong with the form as a whole, and the button that sends it. */
export function FormFoot({ fault, label, ...button }: { fault?: string; label: string } & ComponentProps<typeof Button>) {
  return (
    <>
      {fault ? (
        <p role="alert" className="font-medium text-iron">
          {fault}
        </p>
      ) : null}
      <Button look="solid" type="submit" className="self-start" {...button}>
        {label}
      </Button>
    </>
  );
}
