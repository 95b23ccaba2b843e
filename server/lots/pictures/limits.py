"""What the process that looks through a photo may use; apart, so that the server does not load what only that process needs."""

MOST_MEMORY = 2500 * 2**20
MOST_SECONDS = 30
# how it says that a file is no photo at all
NOT_A_PHOTO = "not_a_photo"
