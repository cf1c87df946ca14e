import { useEffect, useState } from 'react'
import { MomentDialog } from '../videos/moment-dialog.tsx'

interface Props {
  readonly file: File
  readonly onTake: (moment: File) => Promise<void>
  readonly onClose: () => void
}

/** Chooses the moment of a video that is on its way, out of the file on this machine. */
export function ArrivingMoment({ file, onTake, onClose }: Props) {
  const [address, setAddress] = useState<string>()
  useEffect(() => {
    const own = URL.createObjectURL(file)
    setAddress(own)
    return () => URL.revokeObjectURL(own)
  }, [file])
  return address && <MomentDialog src={address} name={file.name} onTake={onTake} onClose={onClose} />
}
