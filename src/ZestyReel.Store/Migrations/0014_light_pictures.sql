-- Beside each picture of a reel a lighter one, which is decoded sooner while the reel is played.
ALTER TABLE reel_picture ADD COLUMN light TEXT REFERENCES asset (hash);
CREATE INDEX reel_picture_light ON reel_picture (light);
