import io
from unittest import mock
from uuid import uuid4

from django.core.files.uploadedfile import SimpleUploadedFile
from PIL import Image

from server.reference.models import Photo
from server.stands.models import Visit
from server.tests.builders import ApiCase, make_stand, make_visit, now, picture


class Photos(ApiCase):
    def send(self, photo):
        body = {
            "client_id": str(uuid4()),
            "stand": make_stand().pk,
            "at": now().isoformat(),
            "signs": ["rattles", "dark_seed"],
            "photo": photo,
        }
        return self.client.post("/api/v1/visits/", body, format="multipart")

    def kept(self):
        with Photo.objects.get().image.open("rb") as file:
            return Image.open(io.BytesIO(file.read()))

    def test_a_photo_travels_with_its_visit_once(self):
        stand = make_stand()
        body = {"client_id": str(uuid4()), "stand": stand.pk, "at": now().isoformat(), "share_ripe": "0.5"}
        for status in (201, 200):
            answer = self.client.post("/api/v1/visits/", body | {"photo": picture()}, format="multipart")
            self.assertEqual(answer.status_code, status, answer.content)
        self.assertEqual((Visit.objects.count(), Photo.objects.count()), (1, 1))

    def test_place_and_camera_stay_behind(self):
        exif = Image.Exif()
        exif[0x010F] = "a camera"
        exif[0x8825] = {1: "N", 2: (43.0, 24.0, 0.0)}
        self.assertEqual(self.send(picture(exif=exif.tobytes())).status_code, 201)
        self.assertFalse(dict(self.kept().getexif()))
        with Photo.objects.get().image.open("rb") as file:
            self.assertNotIn(b"a camera", file.read())

    def test_a_photo_is_turned_upright_and_made_smaller(self):
        exif = Image.Exif()
        exif[0x0112] = 6
        self.send(picture(size=(2400, 1200), exif=exif.tobytes()))
        self.assertEqual(self.kept().size, (800, 1600))

    def test_the_type_is_told_by_the_content_not_by_the_name(self):
        self.assertEqual(self.send(picture("PNG", name="x.txt")).status_code, 201)
        self.assertEqual(self.kept().format, "JPEG")
        for content in (b"<svg xmlns='http://www.w3.org/2000/svg'/>", b"<html><script>1</script>", b"\xff\xd8\xff\xe0 broken"):
            problem = self.assertProblem(self.send(SimpleUploadedFile("x.jpg", content)), 422, "not_a_photo", "/photo")
            self.assertIn("JPEG, PNG, WEBP", problem["detail"])

    def test_a_kind_of_picture_that_is_not_named_is_refused(self):
        self.assertProblem(self.send(picture("GIF")), 422, "not_a_photo", "/photo")

    def test_too_many_bytes_or_pixels_are_refused_with_the_numbers(self):
        with mock.patch("server.reference.services.photos.MOST_BYTES", 300):
            self.assertIn("MB", self.assertProblem(self.send(picture()), 422, "photo_too_large", "/photo")["detail"])
        with mock.patch("server.reference.services.photos.MOST_PIXELS", {"JPEG": 1000}):
            self.assertIn("40 × 30", self.assertProblem(self.send(picture()), 422, "photo_too_large", "/photo")["detail"])
        self.assertEqual(Visit.objects.count(), 0)

    def test_a_photo_is_served_to_those_signed_in_and_as_what_it_is(self):
        photo = make_visit(make_stand(), photo=picture()).photo
        answer = self.client.get(f"/api/v1/photos/{photo.pk}/")
        self.assertEqual((answer["Content-Type"], answer["X-Content-Type-Options"]), ("image/jpeg", "nosniff"))
        self.assertTrue(answer["Cache-Control"].startswith("private"))
        self.assertEqual(b"".join(answer.streaming_content)[:2], b"\xff\xd8")
        self.client.logout()
        self.assertProblem(self.client.get(f"/api/v1/photos/{photo.pk}/"), 401, "not_authenticated")
        self.assertEqual(self.client.get(f"/media/{photo.image.name}")["Content-Type"], "text/html; charset=utf-8")
