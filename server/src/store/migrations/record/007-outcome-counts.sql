-- How many outcomes a row stands for, in millionths; NULL for one.
ALTER TABLE order_row ADD COLUMN count INTEGER;
