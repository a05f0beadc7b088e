/** How large a photo is, in pixels, and how good, from 0 to 1: enough to tell who it was. */
const [WIDTH, QUALITY] = [320, 0.7];
/** How long a camera may take, in milliseconds: nobody waits at the door for a photo. */
const WAIT_MS = 4000;
/** How long a camera looks before what it sees is taken: the first pictures are dark. */
const SETTLE_MS = 300;

export const PHOTO_NOTE = 'A photo is taken with it, and only then. Whoever corrects times here can see it.';

/** What the camera in front sees now, as JPEG in base 64; null: there is none, or it may not be used. */
export async function takePhoto(): Promise<string | null> {
  const late = new Promise<null>((resolve) => setTimeout(() => resolve(null), WAIT_MS));
  return Promise.race([photo().catch(() => null), late]);
}

async function photo(): Promise<string | null> {
  if (!navigator.mediaDevices) return null;
  const stream = await navigator.mediaDevices.getUserMedia({
    video: { facingMode: 'user', width: { ideal: WIDTH * 2 } },
  });
  try {
    const video = document.createElement('video');
    video.muted = true;
    video.playsInline = true;
    video.srcObject = stream;
    await video.play();
    await new Promise((resolve) => setTimeout(resolve, SETTLE_MS));
    const canvas = document.createElement('canvas');
    canvas.width = WIDTH;
    canvas.height = Math.round((WIDTH * video.videoHeight) / video.videoWidth);
    canvas.getContext('2d')!.drawImage(video, 0, 0, canvas.width, canvas.height);
    return canvas.toDataURL('image/jpeg', QUALITY).split(',')[1];
  } finally {
    for (const track of stream.getTracks()) track.stop();
  }
}

/** The photo that was just taken, for who is on it. */
export function TakenPhoto({ image }: { readonly image: string }) {
  return (
    // eslint-disable-next-line @next/next/no-img-element -- it came from this page's own camera
    <img
      className="border-rule mt-3 w-[160px] border"
      src={`data:image/jpeg;base64,${image}`}
      alt="The photo that was taken"
    />
  );
}
