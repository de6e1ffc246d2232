import type { ReactNode } from 'react';
import type { SeatView } from '../../client/api.generated';
import { Modal } from '../../ui/Modal';
import { trayText } from '../trayText';
import type { Service } from '../useService';
import { RepairForm } from './RepairForm';

interface RepairDialogProps {
  seat: SeatView | undefined;
  seats: readonly SeatView[];
  service: Service;
  onClose: () => void;
  /** What else there is to be done at this seat. */
  children?: ReactNode;
}

/** What went otherwise than planned at one seat, written down and mended. */
export function RepairDialog({ seat, seats, service, onClose, children }: RepairDialogProps) {
  return (
    <Modal
      title={seat ? `Seat ${seat.seat}: ${seat.name}` : 'Seat'}
      about={seat && trayText(seat)}
      open={Boolean(seat)}
      onOpenChange={(open) => !open && onClose()}
    >
      {seat && (
        <div className="space-y-6">
          {children}
          <section>
            <h3 className="mb-2 font-bold">What went otherwise than planned?</h3>
            <RepairForm
              key={seat.panelistId}
              {...{ seat, seats }}
              onDone={(happened) => {
                service.write(happened);
                onClose();
              }}
            />
          </section>
        </div>
      )}
    </Modal>
  );
}
