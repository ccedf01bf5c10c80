"""The partition of the picture into areas a painter would paint as one, and the value families inside each."""
