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
}

/** What went otherwise than planned at one seat, written down and mended. */
export function RepairDialog({ seat, seats, service, onClose }: RepairDialogProps) {
  return (
    <Modal
      title={seat ? `Seat ${seat.seat}: ${seat.name}` : 'Seat'}
      about={seat && (trayText(seat) || 'What went otherwise than planned? It can be taken back.')}
      open={Boolean(seat)}
      onOpenChange={(open) => !open && onClose()}
    >
      {seat && (
        <RepairForm
          key={seat.panelistId}
          {...{ seat, seats }}
          onDone={(happened) => {
            service.write(happened);
            onClose();
          }}
        />
      )}
    </Modal>
  );
}
