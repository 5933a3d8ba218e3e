/** Why a camera gives nothing to see. */
export type CameraFault = 'none' | 'refused' | 'busy';

/** Whether this browser lets a page see through a camera at all: over plain http it does not. */
export const hasCamera = (): boolean => typeof navigator.mediaDevices?.getUserMedia === 'function';

export interface Camera {
  /** shows what is seen */ stream: MediaStream;
  /** has a lamp, and this turns it */ light?(isOn: boolean): void;
  stop(): void;
}

/** The camera that looks away from who holds the device, where there is one. Throws a `CameraFault`. */
export async function startCamera(): Promise<Camera> {
  let stream: MediaStream;
  try {
    // as fine as bars want
    stream = await navigator.mediaDevices.getUserMedia({
      video: { facingMode: { ideal: 'environment' }, width: { ideal: 1280 } },
      audio: false,
    });
  } catch (fault) {
    throw faultOf(fault);
  }
  const [track] = stream.getVideoTracks();
  // phones tell of it, the library of types does not
  const hasLamp = track !== undefined && 'torch' in (track.getCapabilities?.() ?? {});
  return {
    stream,
    ...(hasLamp ? { light: (torch) => void track.applyConstraints({ advanced: [{ torch } as MediaTrackConstraintSet] }) } : {}),
    stop: () => stream.getTracks().forEach((each) => each.stop()),
  };
}

function faultOf(fault: unknown): CameraFault {
  const name = fault instanceof DOMException ? fault.name : '';
  if (name === 'NotAllowedError' || name === 'SecurityError') return 'refused';
  return name === 'NotFoundError' || name === 'OverconstrainedError' ? 'none' : 'busy';
}
