import '../messages/glossary';
import { Popover } from 'radix-ui';
import { Fragment } from 'react';
import { meaningOf, stretchesOf, termOf } from './glossary';

/** Text in which the trade's words can be pressed for what they mean. */
export function Said({ children }: { children: string }) {
  return stretchesOf(children).map(({ text, termId }, i) =>
    termId === undefined ? <Fragment key={i}>{text}</Fragment> : <Term key={i} id={termId} text={text} />,
  );
}

function Term({ id, text }: { id: string; text: string }) {
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <button
          type="button"
          className="cursor-help text-left underline decoration-rule-strong decoration-dotted underline-offset-4 hover:bg-sunk"
        >
          {text}
        </button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={4}
          collisionPadding={8}
          aria-label={termOf(id)}
          className="z-50 max-w-80 rounded-[3px] border border-rule-strong bg-raised p-3 shadow-xl"
        >
          <b className="block first-letter:uppercase">{termOf(id)}</b>
          {meaningOf(id)}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
