-- What was heard of the scene when a reel was shot, as long as the reel is played.
ALTER TABLE reel ADD COLUMN sound_asset TEXT REFERENCES asset (hash);
CREATE INDEX reel_sound_asset ON reel (sound_asset);
