/** A photograph as the camera gave it. */
export interface Photo {
  blob: Blob;
  width: number;
  height: number;
  camera: string;
}
