import type { ButtonHTMLAttributes } from 'react';

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: 'main' | 'plain' | 'quiet';
}

const LOOKS = {
  main: 'bg-chestnut text-white hover:bg-chestnut-deep border border-chestnut',
  plain: 'border border-chestnut text-chestnut hover:bg-chestnut/8 bg-paper',
  quiet: 'text-chestnut underline underline-offset-3 hover:text-chestnut-deep',
};

const SHAPE =
  'inline-flex items-center justify-center gap-2 rounded-lg font-bold disabled:opacity-50 disabled:cursor-not-allowed';

/** The classes of a button, for links that look like one. */
export const buttonClass = (look: keyof typeof LOOKS = 'plain'): string =>
  `${SHAPE} ${look === 'quiet' ? '' : 'min-h-12 px-4 py-2 lg:min-h-10'} ${LOOKS[look]}`;

export function Button({ look = 'plain', className = '', type = 'button', ...rest }: ButtonProps) {
  return <button type={type} className={`${buttonClass(look)} ${className}`} {...rest} />;
}
