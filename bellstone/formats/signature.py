"""What a signed page rests on, as one number: the same inputs give the same, any other gives another."""

from hashlib import sha256

from bellstone.core.record import Rec


class Signature(Rec):
    """Who signed and when (an ISO date), what it was judged by, and the number of its inputs."""

    by: str
    on: str
    scheme: str
    house_rules: str
    product: str
    digest: str

    @property
    def words(self) -> str:
        """As it stands on the page."""
        return (
            f"Signed off by {self.by} on {self.on}. {self.scheme}, house rules version {self.house_rules}, "
            f"Bell Stone {self.product}; inputs SHA-256 {self.digest}"
        )


def input_digest(record: str, scheme: str, product: str) -> str:
    """SHA-256 (FIPS 180-4) of the record, the scheme it was judged by and the product's version, each with its length.

    >>> input_digest("a", "b", "1") != input_digest("ab", "", "1")
    True
    """
    whole = sha256()
    for part in (record, scheme, product):
        data = part.encode()
        whole.update(f"{len(data)}:".encode())
        whole.update(data)
    return whole.hexdigest()
