-- The timecode of a scene's first frame, as the frames that it counts.
ALTER TABLE scene ADD COLUMN start INTEGER NOT NULL DEFAULT 0;
