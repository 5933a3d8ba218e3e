import type { ButtonHTMLAttributes } from 'react';

type Look = 'solid' | 'outline' | 'quiet';

const LOOKS: Record<Look, string> = {
  solid: 'bg-ink text-paper border-ink hover:opacity-90',
  outline: 'border-rule-strong text-ink hover:bg-sunk',
  quiet: 'border-transparent text-ink hover:bg-sunk',
};

const SIZES = {
  small: 'h-8 px-2.5 text-sm max-[719px]:h-14',
  usual: 'h-9 px-3.5 max-[719px]:h-14',
  large: 'h-14 px-5 text-lg font-semibold',
} as const;

export function buttonClass(look: Look = 'outline', size: keyof typeof SIZES = 'usual'): string {
  return `inline-flex items-center justify-center gap-1.5 rounded-[3px] border font-medium whitespace-nowrap disabled:opacity-45 ${LOOKS[look]} ${SIZES[size]}`;
}

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: Look;
  size?: keyof typeof SIZES;
}

export function Button({ look, size, className = '', type = 'button', ...rest }: ButtonProps) {
  return <button type={type} className={`${buttonClass(look, size)} ${className}`} {...rest} />;
}
