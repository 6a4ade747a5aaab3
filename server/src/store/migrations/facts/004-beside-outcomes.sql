-- What an outcome tells beside its value (refunds, tax, whether its customer is new), as {"measure": amount} in millionths; NULL where its file tells nothing.
ALTER TABLE order_row ADD COLUMN beside TEXT;
