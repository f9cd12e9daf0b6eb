-- How an object sways, lags and bounces, packed.
ALTER TABLE object ADD COLUMN loose BLOB;
