/**
 * More sentences by concept, as sayings.ts holds them: short ones, long ones, in small letters, in broken English, told as a
 * story. Invented for many kinds of product. No source.
 */
export const OTHER_VOICES = `
# leaks -
found my lunch swimming in dressing
Every bump in the road and coffee shoots out of the lid.
The hot water bottle left a wet patch in my bed.
it sweats at the bottom and ruins the table
Air escapes overnight, by the morning it is flat.
the ice melted and all of it ran into the boot
My phone drowned although they say waterproof.
The kids' lunch box turned into a pool of yoghurt.
Rain came through at the stitching and my sleeping bag was sodden.
Loses air, has to be pumped up every other day.
you cannot lay it down without it making a mess
The shampoo emptied itself into my wash bag.
There was a steady trickle from the tap even when shut.
Ended up with wet socks after crossing one meadow.
the gel inside came out all over my pillow
Dishwater drips from underneath onto my feet.
# leaks +
Turned it upside down over my bed and nothing came out.
not a drop in my bag in three months
Holds air like the first day.
We sat through a thunderstorm and stayed dry inside.
My sandwiches survived a capsize in the canoe.
Soup in it, rucksack upside down, all good.
The mattress was still firm in the morning.
closes so well that you hear it sigh
my camera stayed bone dry in the surf
Since I put it in, the dripping has ended.
Two hours of drizzle and the shirt beneath was dry.
# temperature -
by lunch the soup is lukewarm
The ice cubes were gone in an hour.
The heat never gets to the middle of the pad.
my beer was warm before the barbecue began
It takes an age until you feel any warmth.
Cools down so quickly that you have to reheat it twice.
the plate burns on the left and stays cold on the right
In winter my toes are numb in them.
It reads five degrees more than my two other thermometers.
I woke up shivering at ten degrees although it is said to go to zero.
The oven glove lets the heat through after seconds.
Sweltering, I woke up drenched in sweat.
# temperature +
still scalding at four in the afternoon
My hands are warm even on the ski lift.
Ice in the morning, still ice in the evening.
Heats the room in ten minutes.
the wine stays cool through a whole dinner
I have slept in the snow in it and was cosy.
Evenly hot from edge to edge.
Cool to lie on in the height of summer.
milk for the night feed is still the right warmth at three
Keeps my feet toasty on the frozen pitch.
# smell -
The whole wardrobe stinks of tyres now.
opened the parcel and had to open the window too
my water tastes of plastic even after ten rinses
An odour like wet dog that no washing takes away.
The chemical stench gave my daughter a headache.
Perfume so strong that I sneeze.
The rubber reeks, it had to sleep on the balcony.
everything I cook in it tastes of metal
Musty, as if it had been in a cellar for years.
the glue is still to be smelled after a month
# smell +
No chemical whiff at all out of the box.
Smells of cedar, lovely.
coffee tastes of coffee and nothing else
I was afraid of a plastic smell but there is none.
The scent is subtle and gone by the evening.
A hint of leather and that is all.
Does not take on the taste of garlic.
# size -
I ordered large and look like a sausage in it.
My feet hang over the end.
it is the size of a doll's cup
Far too big for a flat like ours.
half my stuff stays outside
you would need the hands of a giant
Barely covers one shoulder.
It is a hand shorter than I measured from what they say.
My old one took twice as much.
i thought it was for a family but it is for one
The sleeves end at my elbows.
Too tall for the cupboard under the sink.
one slice at a time that is all
Two sizes smaller than what I normally wear.
The hole is too narrow for my hand to pass.
it's tiny lol
You would not believe how huge that thing is.
# size +
Everything I need for a weekend goes in.
The perfect length for my short arms.
Roomy, four of us slept in it.
small enough for my handbag, large enough for my glasses
just the right size for our balcony
I am two metres tall and my feet do not stick out.
Takes a whole week's washing.
It fills exactly the gap beside the fridge.
true to size, thank god
A dozen fit side by side.
not bulky at all on the nightstand
# fit -
Did not go onto any tap in our house.
the screw holes are somewhere else than on my door
Gapes at the waist and pinches at the hips.
It sits loose on the rim and falls off.
My bottle does not go into the ring.
The lid of one is too wide for the other.
should suit my model but it is a different thread
the straps cut in at the shoulders because they cannot be let out
You have to force it in with a hammer.
Rides up as soon as I walk.
the cover is too tight for the mattress it was sold for
Keeps coming off my heel.
# fit +
slid in as if made for it
On my narrow feet it sits snugly.
Screwed straight on to my old tap.
no need to cut anything, went right in
The cover pulls over the cushion without a crease.
Hugs the head without pressing.
Goes exactly onto the holes of the old one.
it sits like a second skin
Adjusts to me and to my tall husband.
# closure -
I break a nail each time I want to open it.
The zip gets caught in the lining.
my gran cannot get it open alone
Takes two hands and some swearing to undo it.
the flap will not stay shut
You need pliers for the cap.
The child safe lid is safe from me too.
It pops open in the bag by itself.
the press stud gives way when I bend
Does not click shut any more.
# closure +
opens with the thumb alone
The zip glides round the corners.
Snaps shut with a good click.
Even my arthritic fingers manage the lid.
one tug and it is open
The magnet pulls the flap shut by itself.
Opens and shuts like a dream.
my toddler cannot open it, I can
# holds -
it came down in the night with a crash
The suction gives up after an hour.
Phone dropped out on the first pothole.
Won't stay up, I had to tape it.
the sticky side had no stick
My hat still blew away.
Loses its grip the moment it gets damp.
everything slides to one end
The peg lets the washing fly at the first breeze.
Slowly sinks while I sit on it.
Two of the hooks let the towels fall.
the clip springs open and my bag was on the floor
It will not keep the angle I set.
Rolls down at the thigh after a few steps.
the nail just pulled out of the wall with it
# holds +
Rock solid on the handlebars, even on gravel.
hasn't moved a millimetre since I put it there
Carried forty kilos without a groan.
The tape sticks to brick as well.
i hang my whole weight on it every morning
Took a gale to test it and it stayed.
Stays where you put it.
Keeps my hair up all day.
not one of them has come loose
Clings to the tiles for months.
Does not slide about when I take a bend.
# stability -
My monitor sways when I type.
It leans to one side like the tower of Pisa.
One leg is shorter than the rest.
put a cup down and everything trembles
Falls over when the cat so much as looks at it.
the base is too light for so tall a thing
I would not dare to climb on it.
Rocks to and fro on an even floor.
tipped over with the kid in it
Sways as soon as you lean back.
# stability +
you could dance on it
Stands like a rock even on grass.
Nothing shakes, not even with the big mixer on it.
Four points on the ground and no rocking.
heavy foot, does not tip
Sits firmly on the worktop.
does not budge when the dog jumps up
I trust it with my weight.
# breaks -
snap. and that was that
The second time I used it the grip came off in my hand.
it went to pieces when I tightened the screw
Fell from the sofa onto the carpet and split.
One tooth after the other broke away.
the hook bent straight under a wet coat
A seam burst as I sat down.
Shattered in the freezer.
the little plastic nose on it has gone, so it will not lock
The string tore at the third pull.
My son leaned on it and the leg folded.
glass was in a thousand bits
A crack ran through it after the first hot drink.
The rivet popped out.
lasted exactly one push up
The eyelets tear out of the cloth.
# breaks +
Fell down two floors and not a scratch.
My three boys have not managed to destroy it.
ran over it with the car, still fine
Has been dropped a hundred times.
Tough as old boots.
You would need an axe to break it.
survived the dishwasher, the dog and me
Does not crack in the frost.
# durability -
Three washes and you can see through it.
The colour is washed out since the summer.
By Christmas it was for the bin.
worked in may, stopped in june
It gave up the ghost a week after the guarantee ended.
Now in its second month only one of the two sides works.
the rubber perished in the sun
Faded from black to brown.
the padding is all lumps after a season
Rust on all screws after one winter.
It gets weaker every time I use it.
The soles are through after six weeks of school.
second one i bought and second one that died
at first it was great but it did not stay that way
The bristles splay after a fortnight.
It will not switch on any longer.
The elastic has gone slack.
The non-stick is a thing of the past after twenty pancakes.
# durability +
Going strong since 2019.
After fifty washes it looks like on day one.
i replaced it only because I wanted another colour
Daily use for two years and no sign of wear.
My mother has hers since before I was born, nearly.
The edges are as sharp as they were.
still works after all this time
Sun and rain have done nothing to it.
has outlived two of its predecessors
Every morning for a year, never a problem.
# finish -
The paint comes off on my trousers.
Edges so rough that I had to sand them.
Bubbles under the film everywhere.
There was a dent right at the front.
the varnish looks as if a child had done it
fluff all over my black jumper
The print is crooked and blurred.
threads hanging out at every corner
Glue spots on the fabric.
you can see the file marks on the metal
White flakes in my water from the coating.
It came with a stain that will not go.
the gold rubbed off on my neck
Uneven, one side is thicker.
# finish +
Not one loose thread.
Edges sanded smooth, nothing catches.
the paint job is flawless
The welds are a joy to look at.
smooth as a pebble
Colour even right into the corners.
No seams that you could feel.
Cleanly cut and neatly sewn.
# material -
thin as paper
The metal bends like foil.
It is not wood, it is cardboard with a picture of wood.
the fabric feels like a bin bag
Cheap plastic all round.
sold as leather but it is not
You see light through the curtain.
Hollow where it should be solid.
The wool is scratchy and full of plastic.
flimsy stuff, you bend it with two fingers
feels like a toy from a cracker
Crackles like a crisp packet.
# material +
Thick glass, nice in the hand.
Real oak, no veneer.
the cotton is heavy and soft
You feel the weight of proper steel.
Solid through and through.
made like things used to be made
Good sturdy cloth.
The leather is supple and thick.
nothing about it is cheap
Quality you can feel.
# weight -
My arm was lame after five minutes.
it weighs a ton
I cannot lift it over my head.
Much too heavy for a child.
you need two people to carry it
Drags my trousers down.
With water in it I can hardly hold it.
so light that the wind takes it
# weight +
I carry it with one finger.
you hardly notice it in your bag
As light as a feather.
My mother of ninety lifts it with ease.
didn't feel it on my wrist
Good weight in the hand.
half of what my former one weighed
# portability -
Does not fit under the seat of a plane.
folded it is as large as unfolded
Where am I supposed to put that thing?
There is no handle to carry it by.
Never goes back into its bag.
it takes up the whole cellar
too awkward for the bus
The bag it comes with is too short by far.
# portability +
folds down to the size of a book
Hangs behind the door when not used.
i take it on every trip
Goes in the coat pocket.
Stacks neatly, so the cupboard is tidy.
On the train, in the park, everywhere.
Rolled up it is no bigger than a bottle.
two minutes and it is in the boot
# comfort -
My ears hurt after half an hour.
The strap rubs my neck raw.
I got blisters on both heels.
it itches so much that my girl took it off at once
hard as a plank
My back was killing me the next morning.
You sit on a bar all the time.
Pinches the hairs on my arm.
Cuts into the hand when the bag is full.
sweaty, nothing breathes
The seam presses on the toes.
Could not wear it longer than an hour.
# comfort +
I fell asleep in it.
like walking on clouds
My neck pain is gone since I lie on it.
so soft the dog stole it
Sat for six hours and nothing hurt.
Does not press anywhere.
I forget that I am wearing them.
it breathes, no sweat even in july
gentle to my sensitive skin
The grip lies well in the hand.
# mechanism -
The wheel blocks on every crack.
It gets stuck half way and you have to shake it.
The button has to be pressed five times.
jams with every second sheet
the drawer scrapes and has to be lifted
Too stiff for my fingers.
The handle turns but nothing happens.
It slips back while you are winding.
hangs, judders, then goes again
You crank and crank and it hardly moves.
the spring has no force
# mechanism +
Turns as if on butter.
one click and it is locked
The wheels roll over everything.
goes up and down with a finger
Smooth as silk even after a year.
Every gear falls into place.
The lever goes easily.
pulls out, pushes in, no fuss
The hinge has just the right resistance.
# assembly -
Three evenings and a broken marriage.
the holes were a finger's breadth off
I needed my neighbour, a drill and a beer.
Took us four hours for something that should take one.
You need three hands to put it up.
Screws everywhere and none of the right length.
after the third try I gave up
Setting it up is a nightmare.
My app would not find it.
# assembly +
Out of the box, two clicks, done.
My twelve year old put it together.
no tools no cursing
Was up on the wall before the coffee was ready.
plug it in and off you go
All the holes were where they should be.
Pairing took ten seconds.
Set up within five minutes, alone.
# instructions -
The booklet is in Chinese only.
you need a magnifying glass to read it
not a word on how to clean it
The drawings show another model.
i had to look it up on the net
Step four and five contradict each other.
what the lights mean is told nowhere
The text makes no sense.
there was no manual
# instructions +
Each step has its picture, well done.
The booklet answered all I wanted to know.
clear steps even for a dummy like me
Good explanations in plain words.
The little guide with tips is worth gold.
# missing -
No screws in the bag.
one of the four was not there
where is the charger??
Only the left shoe came.
Batteries are not included and nobody tells you.
The second cover was left out.
Had to buy the adapter separately.
half of the set is lacking
There were five and not six as paid.
the bag for it never came
It came without the remote.
# missing +
Everything was in the box, down to the spare fuse.
even the batteries were with it
Screws, plugs, a level, all there.
Two spare ones came along.
nothing was lacking
They even put in a cloth.
# picture -
That blue is purple.
looks nothing like online
In the photo it is shining, in truth it is dull.
I was sent a different pattern.
it says wood on the page and it is plastic
The model in the picture must have been a child.
Not what I ordered.
Says dishwasher safe, it is not.
expected matt, got gloss
What the description promises it does not keep.
The photo hides how small it is.
# picture +
looks just like online
Colour spot on.
Exactly what was described.
what you see is what you get
The real thing is even lovelier than the pictures.
The measures given are right.
no nasty surprise when unpacking
# battery -
dead by noon
It has to be at the plug each night.
Charging takes longer than using.
the light blinks red after ten minutes
Eats batteries like sweets.
Empty when you need it most.
Does not charge past half.
the charging port is loose
Dies in the cold.
# battery +
I charge it once a month.
Three weeks on one charge so far.
the first set of batteries is still in
Fully loaded in an hour.
Lasts a whole flight and back.
goes all day and then some
Still half full after the weekend.
# light -
You see nothing by it.
so bright it blinds
The lamp flickers until it is warm.
it hums and flickers
blue like in a hospital
The beam is too narrow for the path.
Dark corners everywhere.
The lowest setting is still too glaring at night.
# light +
Lights up the whole garden.
A warm glow, just right for the evening.
bright as day
You can read by it without tiring.
Turns itself on at dusk and gives good light.
The beam reaches the end of the field.
you can dim it down to a candle
# noise -
sounds like a plane taking off
My neighbours have complained.
It clicks all night long.
Squeals when you turn it.
cannot hear the tv when it runs
It rattles in the car until you go mad.
The motor screams.
you hear it two rooms away
Creaks with each breath.
beeps at three in the morning
# noise +
the baby sleeps on beside it
you don't hear it running
I can make calls while it is on.
No squeaking, no creaking.
Runs without a sound.
softer than the fridge
Only a faint purr.
# safety -
I burnt my fingers at the handle.
it gave me a shock
My daughter nearly choked on a bead that came off.
Sparks flew when I plugged it in.
The edges are like razor blades.
smoke came out of it
My dog ate a piece of it and had to go to the vet.
I got a rash where it touched my skin.
The cable got so hot that it melted.
it pulled the threads in my good jumper
Left black streaks on our wall.
my floor is full of scratches from its feet
It tore a hole in the sheet.
The clamp left dents in the table top.
it discoloured my worktop
Ate into the lacquer of the bike frame.
# safety +
turns itself off when it tips over
Nothing a small child could swallow.
The handle stays cool.
No sharp corners.
Seen from far away in the dark.
leaves no marks on the wall
Gentle on the pan.
does not scratch my floor
i feel safer walking home
# cleaning -
crumbs get in where nothing gets them out
The stains went in and never came out.
it may not go in the dishwasher
Every hair sticks to it.
You see each fingerprint.
Takes longer to clean than to use.
the cover does not come off for washing
Food burns on and you scrub for half an hour.
Mould grew in the seal.
it holds on to every bit of fluff
There are corners a sponge does not reach.
shrank in the first wash
# cleaning +
just wipe it
In the machine at sixty and like new.
Rinse, shake, done.
Everything slides out and hardly needs a wash.
Comes apart so that you can get everywhere.
the dog's mud brushes right off
Nothing sticks to it.
Red wine came out without a trace.
The cover can be taken off and washed.
# looks -
it looks cheap
Ugly seam right down the middle.
my wife will not have it in the living room
The colour is garish.
looks like something from a hospital
Clumsy shape.
not as elegant as i had hoped
# looks +
everyone asks where I got it
It makes the whole room.
So pretty that I leave it out.
The colour goes with everything.
gorgeous
A real eye catcher.
my girls fight over the pink one
Understated and elegant.
looks far dearer than it was
# price -
daylight robbery
For that money I expect more.
Got the same for half elsewhere.
You pay for the name.
three euros would have been fair
it went down by a third the week after I bought it
not worth the money
I have seen better for less.
The refills cost a fortune.
# price +
cannot go wrong at that price
For so little money I did not expect that.
cheap and does it all
A bargain.
Worth each cent.
You would pay three times that in a shop.
I would have paid more for it.
paid for itself in a month
# delivery -
two weeks late and nobody said anything
The box had a hole and so had what was in it.
Left in the rain by the gate.
it went to my neighbour's neighbour
Came in shards.
It was said to come on Friday and it is Tuesday.
missed my husband's birthday because of it
arrived with one corner knocked off
still waiting
# delivery +
ordered at night there in the morning
Came a day early.
Arrived safe and sound.
The driver carried it up.
quick as lightning
Not a scratch from the journey.
# packaging -
one thin bag for a thing made of glass
You need scissors and a saw to get at it.
so much plastic for such a small thing
The carton had been opened.
Thrown in without any paper round it.
The tube was squashed flat.
# packaging +
No plastic at all, only paper.
each one wrapped by itself
A box so nice that I keep it.
Packed like a raw egg.
came in a pretty tin
Opened without a knife.
# seller -
nobody answers
They want me to pay for sending it back.
three mails and still no money
The hotline hung up on me.
Refused to take it back though it was never used.
they sent a used one as new
told me to wait, then told me it was too late
fake review cards in the box
# seller +
A new one was there two days later, no questions.
they called me back and walked me through it
Money back within the hour.
Sent the missing screw by letter.
friendly mail from a real person
The warranty works, I tried it.
# gift -
She was polite about it.
too shabby to give away
My nephew did not look at it twice.
i was ashamed when he unwrapped it
# gift +
My dad's eyes lit up.
She has not put it down since her birthday.
the kids loved it under the tree
A hit at the baby shower.
He said it was his best present in years.
bought another for my sister because she was jealous
They were thrilled to get it.
# compatibility -
My old phone does not know it.
Wrong voltage for over here.
it will not talk to my television
Only works with their own capsules.
Needs a newer version than mine.
The standard pads do not go in.
does not run on my induction hob
# compatibility +
Plays with all my devices.
works with the cheap refills too
On gas, induction, everything.
My ten year old printer took it.
Any normal bottle screws on.
Recognised at once by my laptop.
# function -
It makes no difference at all.
my spots are still there
Half the weeds came back.
The mosquitoes laughed at it.
does nothing
It picks up big crumbs and leaves the small ones.
You have to go over it five times.
The signal breaks off in the next room.
the scale shows another number each time
Hair looks the same as before.
water comes out but hardly any
i could just as well have used my hands
It wakes me at the wrong hour.
The grass lies flat instead of being cut.
my snoring is as loud as ever
Puts more dirt on the window than it takes off.
The foam is thin and gone in a minute.
Leaves half of the seeds in.
It measures nonsense.
blunt from the start
# function +
my back thanks me
The mole hills have stopped.
Finally clean windows without streaks.
She eats her greens now because of it.
gets the job done
No more burnt rice in our house.
Even thick branches, no trouble.
He learnt to swim with it in a week.
my curls hold all day
Dries twice as fast as the other.
not one mosquito bite this summer
The dishes come out spotless.
we sleep again
Rips through cardboard.
Found my keys in a second.
my plants survived the holidays
Peels a whole bag in no time.
I use it every single day.
what did I do before
The pond is clear again.
Gets into every corner.
My posture is better already.
the pain in my shoulder has gone
It counts my steps to the dot.
Sound is full and clear.
He ate the whole plate.
Grows like mad since.
keeps the pigeons off the balcony
Dough comes out silky.
The picture is sharp to the edge.
# other 0
i am a nurse
We have three dogs and a garden.
bought it for the camper van
My husband laughed at me.
I had been looking for months.
It is my second order.
will report back in half a year
Let me tell you a story.
I do not usually write reviews.
My old one came from the flea market.
we will see
I live on the third floor.
The weather was fine that day.
Greetings from the coast.
`;
