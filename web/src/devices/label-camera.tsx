import '../messages/later';
import { Camera as CameraIcon, Flashlight } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { t } from '../messages/t';
import { Button } from '../shared/ui/button';
import { Dialog } from '../shared/ui/dialog';
import { FileButton } from '../shared/ui/file-button';
import { type Camera, type CameraFault, startCamera } from './camera';
import { codesIn } from './code-reader';

/** Between two looks: a hand needs longer to move, and the phone gets no warmer than it must. */
const LOOK_EVERY_MS = 200;

interface LabelCameraProps {
  /** of the codes that are seen; says what is against them, or nothing where one was taken */ onCodes(codes: string[]): string | undefined;
  onPhoto(picture: File): void;
  onClose(): void;
}

/** Looks through the camera until it sees a code that is taken. */
export function LabelCamera({ onCodes, onPhoto, onClose }: LabelCameraProps) {
  const video = useRef<HTMLVideoElement>(null);
  const taken = useRef(onCodes);
  const [camera, setCamera] = useState<Camera>();
  const [fault, setFault] = useState<CameraFault>();
  const [against, setAgainst] = useState<string>();
  const [isLit, setLit] = useState(false);
  useEffect(() => {
    taken.current = onCodes;
  });
  useEffect(() => {
    let isOpen = true;
    let running: Camera | undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const canvas = document.createElement('canvas');
    const look = async () => {
      try {
        const codes = await seenBy(video.current, canvas);
        if (!isOpen) return;
        if (codes.length > 0) setAgainst(taken.current(codes));
      } catch {
        // the reader did not come: without it there is nothing to look for
        if (isOpen) setAgainst(t('label.cannot'));
        return;
      }
      timer = setTimeout(() => void look(), LOOK_EVERY_MS);
    };
    startCamera().then(
      (started) => {
        if (!isOpen) return started.stop();
        running = started;
        setCamera(started);
        if (video.current) video.current.srcObject = started.stream;
        void look();
      },
      (found: CameraFault) => (isOpen ? setFault(found) : undefined),
    );
    return () => {
      isOpen = false;
      clearTimeout(timer);
      running?.stop();
    };
  }, []);
  const light = camera?.light;
  return (
    <Dialog open onOpenChange={onClose} title={t('label.camera')} startsAtTop>
      {fault ? (
        <p role="alert" className="font-medium text-iron">
          {t(`label.camera-${fault}`)}
        </p>
      ) : (
        <>
          <video ref={video} autoPlay playsInline muted className="aspect-[4/3] w-full rounded-[3px] bg-black object-cover" />
          <p role={against ? 'alert' : 'status'} className={`mt-2 min-h-12 font-medium ${against ? 'text-iron' : ''}`}>
            {against ?? t(camera ? 'label.camera-looks' : 'label.camera-starts')}
          </p>
          <p className="text-[13px] text-soft">{t('label.camera-how')}</p>
        </>
      )}
      <div className="mt-3 grid grid-cols-2 gap-2">
        {light ? (
          <Button
            size="large"
            aria-pressed={isLit}
            onClick={() => {
              light(!isLit);
              setLit(!isLit);
            }}
          >
            <Flashlight size={20} aria-hidden /> {t('label.light')}
          </Button>
        ) : null}
        <div className={light ? '[&>button]:w-full' : 'col-span-2 [&>button]:w-full'}>
          <FileButton label={t('label.photo')} accept="image/*" isCamera size="large" onFile={onPhoto}>
            <CameraIcon size={20} aria-hidden /> {t('label.photo-instead')}
          </FileButton>
        </div>
      </div>
    </Dialog>
  );
}

/** Codes in what a camera shows now; none while it shows nothing yet. */
async function seenBy(video: HTMLVideoElement | null, canvas: HTMLCanvasElement): Promise<string[]> {
  if (!video || video.readyState < HTMLMediaElement.HAVE_CURRENT_DATA || video.videoWidth === 0) return [];
  [canvas.width, canvas.height] = [video.videoWidth, video.videoHeight];
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) return [];
  context.drawImage(video, 0, 0);
  return codesIn(context.getImageData(0, 0, canvas.width, canvas.height));
}
