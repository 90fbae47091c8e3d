"""What other rooms of the server hear of a call."""

from django.dispatch import Signal

# What was found is left for another day: `call`, `person`, the `event` and its `entry_id`, within the transaction that keeps it.
left_for_later = Signal()

# A call is closed, and was no mistake: `call`, within the transaction that closes it.
call_closed = Signal()
