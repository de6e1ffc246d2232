import { UserPlus } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../ui/Button';
import { Modal } from '../../ui/Modal';
import { WalkInForm, type WalkInFormProps } from './WalkInForm';

/** Somebody is at the door who is not on the panel. */
export function WalkInButton(known: Omit<WalkInFormProps, 'onDone'>) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        <UserPlus size={18} /> Somebody walked in
      </Button>
      <Modal
        title="Somebody walked in"
        about="They get a seat, codes and a ballot of their own, and the order that best mends the balance of those who came. The locked plan and its fingerprint stay as they are."
        open={isOpen}
        onOpenChange={setOpen}
      >
        <WalkInForm {...known} onDone={() => setOpen(false)} />
      </Modal>
    </>
  );
}
