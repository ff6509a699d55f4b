"""What happens to people, told to applications that accounts know nothing of."""

from django.dispatch import Signal

# workspace_id, person_id: somebody left a workspace, or may no longer do all that they could; what they handed out there ends
rights_ended = Signal()
