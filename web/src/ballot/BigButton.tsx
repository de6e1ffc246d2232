import type { ButtonHTMLAttributes } from 'react';

interface BigButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  look?: 'main' | 'plain';
}

const LOOKS = {
  main: 'bg-chestnut text-white dim:bg-night-ink dim:text-night',
  plain: 'border-2 border-chestnut text-chestnut dim:border-night-quiet dim:text-night-ink',
};

/** A button for wet fingers: at least 56 pixels high. */
export function BigButton({ look = 'main', className = '', ...rest }: BigButtonProps) {
  return (
    <button
      type="button"
      className={`min-h-14 grow basis-[9rem] rounded-xl px-4 py-3 text-lg font-bold disabled:opacity-45 ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
