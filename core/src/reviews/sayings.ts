import type { SaidKind } from './concepts.ts';
import { OTHER_VOICES } from './sayings-other-voices.ts';

/** A sentence as buyers write it, and what it says. */
export interface Saying {
  /** Id of a concept; null for what says nothing of the product. */
  concept: string | null;
  kind: Exclude<SaidKind, 'wish'> | null;
  text: string;
}

/**
 * Sentences that tell what happened where no wording of a concept is met: what is like them is taken to say the same.
 * Invented for many kinds of product, by heading: a concept with − for gripes, + for praises; "other 0" for sentences
 * that say nothing of the product. No source.
 */
const TEXT = `
# leaks -
Water runs out at the seam as soon as you tilt it.
Half of my tea ended up in my rucksack.
The bottom of the cool box is always wet.
It lets water in at the zip.
There is a puddle under it every morning.
My feet were soaked within ten minutes.
Oil creeps past the gasket and makes a mess of the cupboard.
Drips from the spout onto the tablecloth after each pour.
Came home to find the bath towel soaking because the hose connection weeps.
Soup got all over my notebooks.
Moisture gets inside and fogs the glass.
After the first shower of rain the cushion inside was damp.
The tap connector sprays in all directions.
You cannot lay it on its side or the contents come out.
The mop bucket loses water through a hairline gap.
The rubber ring does not seal, so air gets in and the biscuits go soft.
Ink ran out in my shirt pocket.
The water bag empties itself overnight.
Sand trickles out of the corner of the weight bag.
The seams were not taped, the rain just comes through.
The air mattress is flat by morning.
It loses air and I have to pump it up twice a day.
Deflates within an hour.
The kettle dribbles from the base.
Wet patch on the carpet where it stood.
When it rains the tent floor fills with water.
The flask emptied itself into my satchel.
Juice everywhere in the lunch bag.
The gasket is porous and water comes past it.
Hose sprays at the joint.
After pouring, a drop always runs down the outside.
My book got wet because the cover is not tight.
The paddling pool was half empty in the morning.
Needs blowing up again every evening.
The tyre goes down over night.
Rain gets under the hood.
The syrup seeps out of the cap.
Condensation collects inside the glass.
# leaks +
I turned it upside down in my bag and not a drop came out.
Kept my phone dry in a downpour.
Walked through wet grass all day and my socks stayed dry.
The seal is so good that I hear a hiss when I open it.
No more puddles under the sink.
Survived a night of heavy rain without a drop inside.
You can shake it with the lid on and nothing gets out.
Rain rolls off it like off a duck.
It has been under the tap for a week and the joint is dry.
Pours without dribbling down the side.
Still fully inflated after a week.
Holds air all night long.
Not one drop escaped on the whole trip.
We had a thunderstorm and everything in it was dry.
The bottle can lie flat in the bag.
No water on the bathroom floor since we hung it.
The joint has been tight from the first turn.
My trousers stayed dry on the wet bench.
Does not spill even when it is knocked over.
The tyre has kept its pressure.
# temperature -
My coffee is cold after half an hour.
The ice had melted by the time we got to the beach.
It takes twenty minutes before you feel any warmth.
One side gets hot and the other stays cold.
I was shivering in it at five degrees.
The hotplate never gets above lukewarm.
You sweat in it after two minutes.
My hands were frozen on the bike.
The handle gets so hot you cannot touch it.
The soup was tepid at noon.
Gets far too warm under the quilt.
It does not reach the temperature on the dial.
The fridge bag keeps things cool for an hour at best.
My lunch was warm and the yoghurt had gone off.
The heating pad switches itself off before it gets warm.
The thermometer reads four degrees too high.
By the second cup it was cold.
The blanket only gets warm at the foot end.
My toes went numb in them.
The frozen peas had thawed when I came home.
You boil under this hat.
It burnt the toast on one side and left the other pale.
The room stayed chilly all evening.
The radiator is barely tepid to the touch.
Wind goes right through it.
Water comes out scalding or icy, nothing between.
# temperature +
Tea was still too hot to drink at lunchtime.
There was ice left in it the next day.
Snug even when it was below zero.
It heats the room in ten minutes.
My fingers stayed warm the whole ski run.
Keeps beer cold through a whole barbecue.
Airy enough for hot summer nights.
The milk reaches exactly the warmth I set.
I no longer freeze at my desk.
Cools down the bedroom wonderfully.
Soup still steaming at midday.
Wind does not get through.
Even at minus ten I was not cold.
The pads glow in seconds and warm my hands.
The wine was chilled when we got there.
Just right under it, neither sweating nor freezing.
The oven heats evenly.
# smell -
The whole room reeked of glue for a week.
I had to leave it on the balcony for days because of the fumes.
Water from it tastes of plastic.
It gave me a headache when I unpacked it.
Smells like a tyre shop.
There is a fishy odour when it gets warm.
Still stinks after three washes.
My sandwiches taste like rubber now.
The perfume they put in is overpowering.
Like opening a tin of paint.
The cat will not go near it because of the chemical stench.
Everything I cook in it picks up a metallic taste.
The candle gives off hardly any scent.
After a month it started to smell of mould.
My whole cupboard smells of it.
I aired it for days and it did not help.
Takes on the smell of onions and keeps it.
I washed it with vinegar and you can still smell it.
The leather stinks of diesel.
The soap has a weird artificial scent.
There is an aftertaste in the coffee.
The cushions smell musty.
Burning smell whenever the motor runs.
# smell +
No nasty smell when I took it out of the box.
My water tastes of nothing, as it should.
Smells faintly of cedar and fills the wardrobe.
I was afraid of a plastic smell and there was none.
The scent is subtle and not sickly.
Odour free from day one.
The bin no longer smells since we have it.
The coffee tastes much better than from my old machine.
You do not smell it at all.
The room smells like a spring meadow.
Neutral in taste.
Fragrance lasts for weeks.
No odour from the litter any more.
Smells of real leather.
# size -
I could barely get two apples in it.
It is the size of a matchbox.
My feet hang over the end.
The cord is so short that I need an extension lead.
It does not reach the ground.
A dinner plate will not go in.
It takes up half of the kitchen counter.
You would need three of them for one bed.
Way bigger than I imagined, it blocks the whole window.
Only good for a child, not for a grown man.
Holds about half of what they claim.
I thought it would be a lot larger.
Measured it: eight centimetres less than stated.
My hand does not fit round it.
The pockets are too shallow for a phone.
One load of washing and it is full.
The text is so tiny I need a magnifying glass.
It sticks out over the edge of the table.
It is too tall to stand under the shelf.
Two metres would have been needed, this is one and a half.
The sheet does not go round the corners of our mattress.
Not enough room for a laptop.
Ridiculously small for the money.
Would have fitted a doll.
You get four biscuits in it and that is that.
The pan is so small that one egg fills it.
My dog has outgrown it before it came.
The blind leaves a strip of light on each side.
The bag is not tall enough for a folder.
It covers only half of my grill.
The stool is too low for the counter.
Too long, I had to saw a piece off.
The loop is too narrow for a belt.
The blanket does not even cover my legs.
A litre they say, I measured eight hundred.
It takes up more room than the old one.
The hose ends a metre before the flower bed.
The tray is too big for my oven.
The cup holds three sips.
The rug looked lost in our room.
Thinner than a pencil.
It did not cover the hole.
Wider than the doorway.
# size +
Takes all my make-up and there is still space.
Exactly the dimensions I needed for the gap beside the fridge.
Big enough for the two of us.
Small enough to go in a coat pocket.
It swallows a whole week of shopping.
The cable reaches from the socket to the bed with ease.
A large pizza just goes in.
Long enough that I do not have to bend.
Deep enough for wine bottles.
Does not take up much space on the desk.
Fits a family's worth of plates.
The handle is a sensible length even for my big hands.
Covers the whole table with a bit of overhang.
Enough capacity for a long weekend.
There is room for all my pens.
Thirty pairs of socks go in.
The hose gets to the far end of the garden.
Just tall enough to stand under the bench.
Covers the barbecue down to the ground.
A4 folders go in upright.
The pot is ample for six people.
Not as bulky as I feared.
The small one is ideal for one person.
The long handle saves my back.
It has the width I was looking for.
Two pillows go in with room to spare.
# fit -
I ordered my usual size and could not get it over my knees.
The cover slides off the corners all the time.
There is a finger's width of air between it and the wall.
The holes are not where they should be.
It pinches my toes.
The screw is too thick for the hole.
Comes up two sizes small.
Does not sit flush, there is always a gap.
The shoulder seams hang halfway down my arms.
The strap is too short to go round my waist.
The drawer insert was too wide for our drawer.
The ring is too loose and turns on my finger.
It would not go over the tap.
The glasses slide down my nose.
The helmet sits crooked whatever I do.
The two halves do not line up.
I had to file the edge down before it went in.
The sleeves are too long and the chest too tight.
The mattress protector shrank and no longer goes on.
Falls off my heel when I walk.
Would need to be a centimetre narrower to go in.
My head is too big for it.
The trousers gape at the back.
Cannot be pulled tight enough.
It sits too high on the neck.
The lid is for another pot, it seems.
The tube slips off the connector because it is too wide.
Bunches up under the arms.
Cups are two sizes smaller than what I usually wear.
My glasses do not go under it.
The cut-outs do not match the buttons.
The brackets are not at the same height as the rail.
Hangs on me like a sack.
I sent it back for a larger one and that was too large.
The case covers the camera hole.
Rolls up at the edges and does not lie flat.
It keeps sliding down, I pull it up all day.
# fit +
Snug without being tight.
As if it was made for our sofa.
Went in without any adjusting.
My usual size and it sits just right.
Slides into the slot perfectly.
The holes were exactly where they should be.
The band can be adjusted so that it fits both of us.
Stays on my head even when I run.
Goes on easily and hugs the mattress.
Matches the old bracket to the millimetre.
Follows the shape of my foot.
I am 1.80 m and the trousers are long enough.
Went on like a second skin.
Cut-outs are exactly where they should be.
Went straight into the frame.
The waistband sits where it should.
The chart was right for me.
The foil was cut to the millimetre.
Fits over my thick coat.
Stretches enough to go on and then stays.
Works for narrow feet, too.
The replacement part fitted the first time.
I did not have to trim anything.
# closure -
I have to ask my husband to unscrew it.
The zip gets caught in the lining every time.
The box will not shut when it is full.
You need a knife to lift the cover.
Press studs open as soon as I bend down.
The clasp takes three attempts and a broken nail.
The drawer does not close all the way.
The magnet is too weak to keep the flap shut.
The cap sits so tight that I hurt my fingers.
It springs open in my handbag.
My mother with arthritis cannot get it open.
The bag cannot be resealed.
The bolt jams and we were locked out.
The zip pull came away and now it will not close.
Impossible to undo with gloves on.
The lid keeps popping up.
I broke two nails before I got in.
The lid flies off when you shake it.
You have to press hard with both hands to shut it.
The magnets do not meet.
The drawstring will not pull tight.
The jar can only be opened with a cloth and hot water.
The hook and eye are too small to handle.
It opened in my suitcase.
Only closes when you lift it a little.
The zip opened behind the slider.
The child-proof cap is adult-proof too.
Each time I want something out I fight with the clasp.
# closure +
The cover clicks into place with a nice sound.
I can open it with one hand while holding the baby.
The zip runs like on rails.
Closes by itself and stays shut.
My five-year-old can do it up alone.
The magnet snaps it shut.
The press studs are easy even with cold fingers.
Twist and it is open, no fuss.
The lock works smoothly and the children cannot open it.
Zips up without catching.
Locks with a reassuring click.
Never opened by itself in my bag.
No struggle with the cap any more.
Velcro goes all the way round so it stays shut.
Opens wide so that you can reach the bottom.
Even with weak hands I get it open.
Snaps shut tightly.
The buckle opens with one press.
# holds -
It came off the wall in the night and took the plaster with it.
The phone drops out at the first pothole.
The pegs lose the washing as soon as there is wind.
The suction pad lets go after an hour.
Falls off the tiles.
The knot works itself loose.
It slowly slides down the pole.
The tape peeled off by the next morning.
My glasses fall out of the case because nothing keeps them in.
The hook bends under a wet towel.
The curtain rod came down with the curtains.
It does not stay where you put it.
The clip cannot grip anything thicker than paper.
My heel slips on it when it is wet.
The rack tilts and everything slides off.
The bungee is too slack to keep the load in place.
The tripod head drops as soon as the camera is on it.
It shifts every time I sit down.
The sticky pads are useless, it was on the floor after two days.
It will not bear more than a kilo.
The arm sinks by itself.
The nuts keep working loose.
Woke up to a crash, it was lying on the floor.
The mirror came unstuck.
The picture hung for two days, then it lay in pieces.
The bottle slides out of the cage on bumps.
My towel falls down each time somebody opens the door.
Bulldog clips are too weak for ten pages.
The belt does not stay tight.
The bed sheet comes off the corner each night.
The wig clip slid out of my fine hair.
It turns round on the handlebar.
The strap crept open while I was walking.
Nothing keeps it in place.
The plug falls out of the socket.
The tent pegs pull out of soft ground.
Magnet is not strong enough for one sheet of paper.
The hair band slips off.
After a day the glue had let go.
The trailer came off the hitch.
The mat creeps under the sofa.
The vice lets the workpiece go.
# holds +
Has not moved an inch since I put it up.
Even in a gale nothing blew away.
You could hang an elephant on it.
The suction is so strong that I struggle to get it off.
Sticks to the tiles for months already.
The phone stays in place on cobbled streets.
Keeps its position when I let go.
Grips wet hands too.
Bears my ninety kilos without complaint.
I drove over a bumpy track and it was still there.
The clamps bite firmly.
The tape sticks like mad.
Does not slide about on the wooden floor.
It kept hold of my drill the whole time.
The velcro has a firm bite.
The towel does not fall off any more.
Hung a heavy mirror on it a month ago, still there.
The earrings do not fall out.
My hair stayed up all day.
Once tightened, it does not move a hair.
It sat tight through the whole race.
The pegs held in sand.
The bike has been hanging from it for weeks.
Magnets hold it to the fridge door without slipping.
The cat cannot push it away.
# stability -
The whole thing sways when you type.
One leg is shorter than the others.
It tips over when the cat jumps on it.
The slightest knock and it falls.
I had to put a folded paper under one foot.
It dances across the floor during the spin.
The ladder shakes and I do not feel at ease on the top step.
Bends in the middle as soon as you sit on it.
The pot is top-heavy with the plant in it.
The table rocks on any floor.
It leans to the left.
Blows over in the wind.
The frame flexes when you pull.
I would not put anything heavy on it, it sways.
Feet are not level.
The stand falls forward when I tap the screen.
The chair rocks to and fro.
It buckled to one side when loaded.
The parasol went over in a breeze.
It does not feel safe to stand on.
The shelf unit twists when pushed.
Touch it and it trembles.
The dog bowl gets pushed over at once.
# stability +
Stands like a rock.
You can jump on it and nothing moves.
All four feet touch the ground.
Does not tip even when a toddler pulls on it.
Wide feet keep it upright.
No swaying even at full height.
A wobble-free table at last.
Solid as anything, I stand on it with eighty kilos.
It stayed upright in a storm.
Sits level on the worktop.
My heavy monitor does not make it budge.
Heavy base, it does not fall.
Rubber feet keep it where it is.
Did not go over in the wind.
No rocking on our old floorboards.
Sturdy enough for the whole class to climb on.
# breaks -
The handle came off in my hand.
Snapped on the second day.
It has a crack right across the bottom.
A leg broke when my daughter sat down.
The thread stripped when I tightened it.
The pin sheared and the whole thing came apart.
The glass shattered in the dishwasher.
The plastic lug that holds the spring broke off.
Fell from the table once and that was it.
The seam burst open when I put my books in.
The ladder rung gave a loud crack and split.
The wire came out of the plug.
The needle snapped in half.
The hinge ripped out of the wood.
The tip bent the first time I used it.
A tooth broke off the comb.
It tore along the fold.
Two of the spokes are already gone.
The eyelet pulled out of the tarpaulin.
The button came off while I was doing it up.
My son pulled once and had the string in his hand.
A chip came off the rim.
The chain link opened and I lost the pendant.
Broken in two after a single use.
The teeth of the zip came apart.
The spout cracked off on the first use.
A spoke snapped.
When I opened it the hinge gave out.
The screw head sheared off.
The bag ripped at the bottom with three books in it.
The neck of the bottle splintered.
The plastic teeth are worn off and it slips.
Two keys have come off.
It collapsed under a child.
The clip broke when I bent it slightly.
Came down off the table and is in a thousand pieces.
The strap tore off at the seam.
First time out and the pole is broken.
A piece chipped off.
One tug and the cord was off.
The antenna broke at the joint.
The heel came off in the street.
The lug on the side is gone.
Split down the middle.
The frame is bent after one fall.
The cable frayed where it goes in.
The rubber tore when I put it on.
# breaks +
I have dropped it a dozen times and there is not a scratch.
The children have not managed to destroy it.
Our dog chews everything, but not this.
I ran it over with the car and it still works.
You can pull as hard as you like, nothing tears.
Survived a fall from the second floor.
The seams hold up even when it is stuffed full.
Indestructible.
Can take a beating.
The glass did not break when it fell on the tiles.
Has fallen down the stairs and is fine.
My boys have kicked it about for weeks without a dent.
Stitched twice, nothing rips.
Took a hammer blow.
You can stand on it and it does not crack.
The dog could not chew through it.
Not a crack in the glass after a fall.
Does not bend even under a heavy load.
# durability -
Gave up the ghost after three months.
It stopped working the week the guarantee ran out.
After half a year it looks ten years old.
Dead after a fortnight.
Worn through at the heel within a month.
It was fine at first, but by spring it had gone.
Lasted two washes.
The second one has failed as well, same fault.
The elastic has gone slack already.
Does not turn on any more.
Began to come apart after a few weeks.
The rubber perished over the winter.
I have to buy a new one every season.
It has lost its shape.
The springs were tired after twenty uses.
Faulty from one day to the next.
It was a one summer thing.
The foam has gone flat and no longer comes back.
The blade was blunt after a week.
I have used it four times and it is finished.
It used to be good, now it does not turn on.
The coating was gone by summer.
Two months on it is falling apart.
The motor burnt out in the third month.
Only good for a single season.
It was perfect until last week, since then nothing.
The third pair in one year.
My last one held for eight years, this not eight weeks.
The cushion is as flat as a pancake after a month.
The brush has no bristles left.
After ten cycles the spring had no tension.
The soles are through.
It no longer heats after a few uses.
Won't switch on since yesterday.
One side died after a month.
By the fourth use it was dead.
The heating element has gone.
Wore out fast.
# durability +
In daily use for two years and as good as new.
Six winters and still going.
My first one lasted a decade, so I bought the same again.
After a hundred washes it looks like on the first day.
Still sharp after a year.
Bought it in 2019 and it still does its work every day.
Has been out in all weathers and shows no rust.
It will outlive me.
No signs of wear after months of heavy use.
Keeps its shape wash after wash.
The elastic is as tight as ever.
I have had no trouble with it in all that time.
Still working perfectly a year on.
Ten years old and never a repair.
This is my third, the first two are still in use.
I have washed it so often and it still looks new.
The soles show no wear.
Still as springy as on the first day.
Bought for my first child, now my third uses it.
Year after year it does its duty.
It keeps going and going.
Held up for a whole season of daily use.
After eighteen months nothing has worn out.
# finish -
The varnish comes off in flakes.
Sharp burrs on every edge.
Rust spots after the first rain.
The colour came off on my white shirt.
There are glue stains all over it.
It had a scratch right across the front.
Threads are hanging out everywhere.
The coating is peeling and ends up in the food.
The stitching is crooked and has come undone in two places.
The lettering has rubbed off already.
It faded to pink in the sun.
The wood is full of splinters.
My jeans turned blue because of the dye.
The chrome bubbles up.
One corner was not sanded.
Pills all over after two wears.
It went yellow.
Fluff comes off on everything.
Tarnished within days.
The print is blurred and off the centre.
Food sticks to the coating.
The paint chipped where the screws go.
The seams are coming undone.
Pieces of plastic hang from the edge.
The gold has rubbed off on my finger.
My neck turned green.
Badly sewn, the lining shows.
Glue squeezed out at the joints.
There was a dent in the lid.
The enamel is chipped inside.
The surface is scratched as soon as you look at it.
One drawer front is a different shade.
The printing came off in the wash.
Black rubs off on hands and walls.
Sawdust in all the corners.
It rusted through within a year.
Rough spots that catch on my tights.
Paint drips on the side.
The veneer lifts at the corner.
The stickers peeled.
# finish +
Edges are smooth and neatly rounded.
Not a thread out of place.
The varnish is even and has no drips.
Beautifully made, every seam is straight.
The colour has not faded after a summer outside.
No rust after a winter on the balcony.
Nothing peels off in the pan.
The workmanship is flawless.
No sharp corners, well sanded.
You can see that somebody took care in making it.
Colours stayed bright after washing.
All corners are nicely rounded off.
The seams are double and straight.
Shiny as on day one.
The enamel has not a single chip.
Everything is cleanly glued.
You could believe it was made by hand.
The coating is still intact.
The print does not come off in the wash.
Does not rust although it is outside all year.
Colour fast in the wash.
# material -
It is made of the thinnest plastic I have ever seen.
Feels like it came out of a cracker.
You can see through the fabric.
It is cardboard, not wood.
The steel is so soft that I can bend it by hand.
The towel does not soak up anything.
Polyester, although they say cotton.
Sheds hair all over the sofa.
The cloth is scratchy and stiff.
Flimsy.
The walls are paper-thin.
Hollow where it should be solid.
The leather is not leather but some sort of coated paper.
It feels plasticky and light.
The metal looks like tin foil.
The stuffing is lumpy.
The bristles are far too hard.
Gauze rather than proper curtain fabric.
The sheet is so thin that you can read a newspaper through it.
I expected metal and got plastic painted silver.
The wood is chipboard with a film on it.
The foam is so soft that you sit on the floor.
Feels rough and cheap.
The wool itches.
It sheds all over the carpet.
The ceramic is thin and rings hollow.
The rubber is hard and slippery.
Bends like butter.
The sponge falls to crumbs.
Synthetic and crackling.
The fabric does not breathe.
The aluminium is as thin as on a drink can.
The lining is like tissue paper.
The fur looks like a bath mat.
# material +
Proper thick steel, not that tin you usually get.
The wool is soft and does not itch.
Real wood, you can feel the grain.
Lovely heavy cotton.
The fabric feels expensive.
Thick glass.
Soaks up water in no time.
The leather is supple and smells real.
Feels like quality in the hand.
The plush is velvety.
Made of strong canvas.
Silky smooth on the skin.
The rubber is thick and flexible.
Heavy gauge metal.
Dense foam that springs back.
The cotton gets softer with every wash.
Solid oak all through.
Nothing plasticky about it.
The thick fabric keeps its form.
Good stiff bristles.
Feels smooth and substantial.
It is made of real stone.
The fleece is thick and fluffy.
Stretchy without going limp.
# weight -
I can hardly lift it when it is full.
It weighs a ton.
My wrist hurts after five minutes because it is so heavy.
Like carrying a brick.
Too heavy for my daughter to hold.
Almost two kilos, far more than they state.
It is so light that the wind takes it away.
My shoulders ached under it.
You need two people to move it.
It drags my pocket down.
My arm is tired after a minute.
Far too heavy to take along.
The thing pulls my bag over to one side.
I cannot get it off the shelf alone.
You would think it was filled with lead.
It is a monster to lug upstairs.
# weight +
I forget that I am wearing it.
Weighs next to nothing.
My grandmother can lift it without help.
Feather light in the hand.
You hardly notice it in the rucksack.
Has a good weight to it, it feels solid.
Lighter than my old one by half.
Easy to lift even when it is full.
It weighs less than my phone.
My wife carries it with one hand.
So light that you forget about it.
Not heavy at all for its size.
I can hold it up for a long time.
It has some heft which I like.
# portability -
Does not fold flat, so where do I put it?
It will not go back into its pouch.
Too bulky for a suitcase.
No handle, so you carry it with both arms.
Takes up the whole boot.
Folding it up again is a puzzle.
There is nowhere to put it away in a small flat.
It cannot be stacked.
Not something to take on a plane.
The wheels make no difference on gravel, I ended up dragging it.
The bag is always in the way.
It would not go in the boot of my car.
Folded it is almost as big as unfolded.
You cannot hang it up anywhere.
Too awkward to take on a train.
It takes half a cupboard.
I never get it rolled up small enough for the sack.
# portability +
Folds up as small as a newspaper.
Goes in the hand luggage.
I take it with me everywhere.
Disappears behind the door when not in use.
They stack neatly inside each other.
Packs away in seconds.
Rolls along behind you with one finger.
Hangs on a hook out of the way.
Lives in my glove compartment.
Comes with us on every holiday.
Small enough for my desk drawer.
I roll it up and put it in my bag.
It folds flat behind the wardrobe.
We take it to every picnic.
Slips into a side pocket.
Comes apart for travelling.
Easy to stow away after use.
The cord winds up inside.
# comfort -
The straps cut into my shoulders.
My back hurts after half an hour on it.
It gave me blisters on both heels.
The edge digs into my thighs.
Itchy at the neck.
My ears ache after an hour.
You feel every slat through it.
Left red marks on my skin.
Sitting on it is like sitting on a plank.
It rubs under the arm.
My neck was stiff in the morning.
The headband presses on my temples.
I sink in and cannot get up again.
The baby hates lying on it.
The label scratches.
The pillow is as hard as stone.
Chafes between the legs.
The grip hurts my hand.
Gave me a rash.
My backside went numb.
The underwire pokes.
The insoles are like wood.
My shoulders were sore the next day.
Chafed my toes until they bled.
The mask presses on the bridge of my nose.
My hands cramp from the small grip.
I cannot lie on my side with it.
The seat slopes forwards and you slide.
The fabric is clammy on the skin.
Bones hurt after twenty minutes.
The handle is hard and has an edge.
It squeezes my tummy.
Woke up with pins and needles.
# comfort +
I slept like a baby.
My back pain has gone since I sit on it.
Like walking on clouds.
I wore them all day and my feet did not hurt.
Lovely and soft against the skin.
No pressure on the ears even after hours.
Sits well in the hand.
The padding takes the load off the shoulders.
Our cat curls up in it every night.
No rubbing, no blisters.
The baby falls asleep in it at once.
You can sit on it for a whole concert.
Kind to the knees.
My wrists no longer ache.
My hips do not hurt in the morning any more.
Could wear it all day long.
It hugs the back where it should.
The kids will not take them off.
Our old dog gets up easily from it.
My feet thank me.
So cosy that I fell asleep in it.
Sits softly on the nose.
The handle fits the palm and does not tire me.
I sit on it for eight hours without pain.
Nothing itches or presses.
# mechanism -
The wheel is stiff and squeaks.
The button has to be pressed five times.
The crank jams halfway.
The trigger sticks.
It gets stuck every time I pull it out.
The switch has a loose contact.
The spring is so strong that it nearly takes your finger off.
The handle turns round and round without catching.
The ball bearings grind.
The slider does not run smoothly.
The pump has to be primed again and again.
It does not ratchet any more.
The lever has no resistance.
The height cannot be changed without tools and swearing.
The dial skips two settings.
The paper jams.
The buttons react late or not at all.
The touch screen does not register my finger.
The foot pedal needs a kick.
The lever has to be pushed with both hands.
You turn and turn and nothing moves.
It catches halfway and will not go back.
The tap turns heavily.
The spring does not push it back.
The blade will not slide out.
The hand crank is rough.
The remote only works from half a metre.
Every second press does nothing.
The roller does not turn.
The legs do not lock in place.
The adjusting screw slips through.
It unwinds by jerks.
The umbrella will not stay open because the catch does not engage.
The stapler jams on every third staple.
The gear does not engage.
The nozzle clogs all the time.
The sprayer only spits.
The pen skips.
The dispenser gives too much at once.
# mechanism +
Runs like clockwork.
The wheels glide over the carpet.
One push of the button and it unfolds.
The drawer slides without a sound.
The crank turns easily.
You can change the height with two fingers.
Buttons have a nice click.
The trigger is light and precise.
The wheel spins freely.
It swivels in all directions.
The brake grips at once.
The hinge moves smoothly and stops where you want it.
Opens and folds with one move.
The wheels turn in every direction.
The spring has just the right tension.
Reacts to the lightest touch.
The winder takes in the cord by itself.
The sprayer makes a fine mist.
The nozzle can be set from jet to mist.
It locks firmly in each position.
Smooth to turn even under load.
No jamming so far.
The pump gives exactly the right amount.
The remote reacts at once.
# assembly -
It took two of us a whole afternoon to build.
The holes were not drilled, I had to use my own machine.
Screws went in crooked and would not tighten.
You need three hands to put it up.
The parts are not numbered.
Half of the dowels did not go in.
I gave up and called a handyman.
Putting the tent up in the rain was a nightmare.
You need tools that nobody has at home.
The allen key is a joke, my fingers still hurt.
Building it was a test for our marriage.
Side panels had to be forced together.
The holes on one side were a centimetre off.
I needed a hammer to get the parts together.
Three hours of sweating for a small shelf.
The screws are of soft metal and wore out at once.
It is impossible to put it up alone.
Drilling into concrete was not mentioned.
Panels are not marked and look all the same.
It fell apart while I was building it.
Putting the cover on takes forever.
The poles are all of the same length by the look of it and are not.
# assembly +
Up in ten minutes without tools.
My wife put it together alone.
Everything was pre-drilled and went together without trouble.
Screwed on in no time.
Plug it in and it is ready.
Mounting took five minutes.
Even I with two left hands managed it.
All the screws were there and labelled.
Set up in a moment.
Just clip the pieces together.
Installation was child's play.
Ten minutes with the enclosed key.
We built it with the kids in no time.
All parts were marked.
No tools needed.
Hung up in two minutes, no drilling.
The parts just click into each other.
A child could put it together.
I was done before the coffee was ready.
Straight out of the box and ready to use.
# instructions -
The leaflet is in Chinese only.
The drawings are so small that you cannot make out anything.
Step four contradicts step two.
I had to watch a video to understand how it goes.
No word about how long to charge it.
The booklet belongs to another model.
Translated by a machine, half of it makes no sense.
There was nothing in the box that says how to use it.
The diagram has the parts the wrong way round.
I still do not know what the red light means.
Nobody tells you which way the filter goes.
Only pictures, and those were wrong.
No manual at all.
The text in the booklet is microscopic.
I needed my grandson to explain it.
The explanation does not fit the machine I got.
It took me an hour to find out how to set the clock.
Useless leaflet.
The QR code leads nowhere.
How to reset it is not written anywhere.
# instructions +
The booklet explains every step with a picture.
You can follow the drawings without reading a word.
Clear leaflet, also for beginners.
There is a video behind the code that shows it all.
The guide answered all my questions.
The recipes in the booklet are a nice touch.
Good drawings step by step.
The manual is short and to the point.
Everything is explained in plain English.
I got it right the first time thanks to the leaflet.
The setup film online helped a lot.
# missing -
One of the four feet was not in the box.
There were only nineteen instead of twenty.
No screws came with it.
The charger was not included.
I got the lid but no jar.
The spare blade that they promise was not there.
The second glove is not there, I got two left ones.
I had to buy batteries separately.
No cable in the package.
The remote control was not in it.
The bag of screws was one short.
The adapter that is mentioned does not come with it.
An empty box arrived.
Half the set is not there.
The screws for the back were not there.
I paid for three and two came.
There was no lid in the parcel.
The second half of my order never came out of the box.
One leg too few.
The cover in the picture was not part of it.
The hex key was not enclosed.
Only one of the two gloves.
The needle that it needs has to be bought extra.
Pieces of the puzzle are missing.
The bag with the small parts was empty.
The promised seeds were not inside.
# missing +
Even spare screws were in the box.
Everything you need is included.
It came with two extra filters.
A little brush for cleaning was in it, too.
Batteries were included.
Nothing was missing.
There is a spare seal with it.
Comes with a carrying pouch I did not expect.
All parts were there.
There were even a few extra.
The box had everything down to the last washer.
They added a spare bulb.
A cleaning cloth was enclosed.
It came with its own case.
Adapter included, that is rare.
# picture -
In the photo it is navy, mine is nearly black.
It looks nothing like what they show.
The pattern is completely different from the one I ordered.
The photo shows six, there is one.
They write stainless steel, it is plastic.
The description says machine washable, the label says hand wash.
The stated length is wrong.
I ordered green and got brown.
On screen it looked like solid wood.
The advert leads you to believe that it is a whole set.
The measurements on the page are not true.
The text says for adults, but it is for children.
Says waterproof in the heading, and the label says splash-proof.
The colour is much paler than on the picture.
A different model came.
What I received has no lining, in the pictures it has.
They promise thirty hours in the description, it is not even ten.
Deceptive photos, it is half that big.
The real one is grey and not white.
On the page it has wheels, mine has none.
They show it with a lid, it comes without.
The ad shows a big bouquet, you get three stalks.
Advertised as oak, it is painted pine.
The heading says set of two.
They say one size fits all, that is a lie.
The shade differs a lot from the photograph.
It is a different design from what I chose.
They write 100 % cotton, the tag says otherwise.
Not the product that was shown.
The title says metal.
The picture makes it look twice the size.
I thought there were ten in a pack, the way it was described.
The wrong colour was in the box.
It was not clear from the description that the stand is extra.
# picture +
Looks precisely like in the photos.
The colour is the same as on the screen.
The description is honest, you get what they say.
What you see is what you get.
Even better than in the picture.
The size given on the page is right.
All the details on the page are true.
Came in the shade that I had picked.
Just as described.
The photos do not lie.
Looks the same as on the website.
The red is the red in the picture.
All is as stated.
The measurements given are correct.
True to the description.
# battery -
Goes dead after two hours.
I charge it every evening.
Takes a whole night to fill up.
It does not charge any more.
The batteries were flat after a week.
The charge is gone by noon.
Only works while it is on the cable.
It switches itself off in the middle of use although it was full.
Eats batteries.
The charging socket is loose.
The indicator shows full and then it dies.
The rechargeable cell cannot be changed.
Three hours on the cable for twenty minutes of use.
It dies in the middle of a job.
The battery bulged after a year.
Has to be plugged in all the time.
New batteries every week.
The light goes red after ten minutes.
They claim twelve hours, I get three.
Leave it for a week and it is empty.
The cell does not keep its charge.
# battery +
I have charged it once in three weeks.
A full charge lasts for my whole journey.
The first set of batteries is still in after half a year.
Charges in under an hour.
Still three bars after a weekend.
Lasts all day on one charge.
You can use it while it is plugged in.
Solar charges it even on grey days.
Charged it on Monday, still going on Sunday.
Runs the whole weekend without a socket.
I have not changed the batteries once.
Fully charged in half an hour.
The solar cell keeps it topped up.
It warns you in time before it is empty.
# light -
So dim that you cannot read by it.
The beam is bluish and hurts the eyes.
Flickers when you move it.
It lights only a small spot.
Too glaring for a bedroom.
Half of the lamps on the string stay dark.
You do not see the path with it.
The lowest setting is still too bright at night.
The glow fades after an hour.
The sensor turns it on in broad daylight.
The screen cannot be read in the sun.
It is pitch dark two metres away.
Like a candle.
The lamp blinds me.
Some LEDs are already out.
The colour of the light is cold like in a hospital.
It flashes and cannot be stopped.
You need a second lamp beside it.
The numbers on the screen are too faint.
# light +
Lights up the whole garden.
Warm cosy glow.
You can dim it right down.
Bright enough to work by.
No flicker and no glare.
I see every hole in the road.
Just the right amount of light for the night feed.
The colours can be set as you like.
The display can be read in the sun.
The whole path is lit.
You can read by it without straining.
Does not dazzle.
A soft light for the evening.
Three levels, each useful.
I found my keys in the dark with it.
Shines far ahead.
The numbers can be read from the bed.
# noise -
It hums the whole night.
Squeaks at every step.
Louder than my hoover.
The ticking drives me mad.
Rattles on every bump.
The beep cannot be turned off and wakes the baby.
It sounds like an aeroplane taking off.
You hear a whine when it is on.
The dog hides when I switch it on.
Crackles with every movement.
The neighbours complained.
The sound is tinny and without bass.
Only one of the earphones gives any sound.
Voices are muffled, nobody understands me on the phone.
Every turn gives a creak.
It buzzes when it is on standby.
My partner cannot sleep beside it.
It clatters like an old train.
You have to shout over it.
The fan is as loud as a hairdryer.
It squeals when I brake.
A loud click each time.
The speaker crackles at full volume.
Sound comes and goes.
Hissing in the left ear.
# noise +
You hardly hear it.
So silent that I check whether it is on.
Does not wake anybody.
No ticking, finally I can sleep.
Purrs softly.
Nothing rattles on the bike.
I can hold a conversation while it runs.
The sound fills the whole room.
The bass is full and voices are clear.
So quiet the cat stays next to it.
I sleep through it.
The neighbours hear nothing.
No squeaking at all.
It whispers.
A gentle hum that lulls the baby to sleep.
Clear sound for such a small thing.
Rings loud enough to hear in the garden.
# safety -
My son cut his finger on the edge.
It got so hot that the table is scorched.
Sparks came out of the plug.
I got an electric shock.
Small parts come off and end up in the baby's mouth.
The toddler got his fingers trapped.
A splinter of glass was in it.
The child can undo the belt on his own.
The plug melted.
It began to smoke.
The pointed end sticks out at eye level.
It can be turned on by accident in the drawer.
The brakes did not stop me on the hill.
There is no guard over the blade.
I slipped and hurt my knee because of it.
Cars do not see you with it.
The glass exploded on the hob.
My daughter pinched her finger in it.
The lead paint test was positive.
Sharp as a razor on the underside, I am bleeding.
The cable gets hot.
It caught fire.
The ladder slid away under me.
The cord can wind round a child's neck.
The wheel came off while I was riding.
A screw was sticking out of the seat.
It tripped the fuse.
The strap opened and my baby nearly fell.
The steam burnt my hand.
My dog swallowed a piece of it.
# safety +
Switches itself off when it is left alone.
The blade is covered, the children cannot get at it.
No sharp edges that a child could hurt itself on.
I feel safer on the road with it.
Drivers see me from far away.
The child lock really works.
No small parts that come off.
Stays cool on the outside.
Rounded corners, safe for toddlers.
It turns off when it falls over.
The brake stops at once.
The harness holds my boy safely.
No more burnt fingers.
Nothing gets hot on the outside.
I do not worry when the children use it.
Visible from all sides at night.
# cleaning -
Crumbs get stuck in the grooves and there is no way to get them out.
You cannot take it apart to wash it.
Stains do not come out.
After the dishwasher it was cloudy.
Every fingerprint shows.
It took me half an hour to scrub the grid.
Attracts every hair and crumb.
Limescale builds up where no brush gets to.
Hand wash only.
Shrank in the wash at thirty degrees.
The cover cannot be taken off.
Mould grows under the rubber.
The colour ran in the machine.
Black streaks that nothing removes.
It has to be wiped dry each time, else there are marks.
Rice sticks to it like cement.
The corners never get clean.
Dust settles in every slit.
It has to be washed by hand and dried at once.
The white shows every speck.
The filter can hardly be reached.
Rings of tea that will not go.
After one wash it was ruined.
Grease gets under the rim.
Bits of food get trapped under the blade.
It lost its colour in the first wash.
Pet hair weaves itself into it.
# cleaning +
Goes in the dishwasher and comes out like new.
A wipe with a cloth and it is done.
Comes apart in a second for washing.
Cat hair comes off with one stroke.
The cover comes off and can go in the machine.
Red wine came out without a trace.
Rinse it under the tap, done.
Nothing sticks to it.
No corners where dirt gathers.
Came out of the wash looking perfect.
A quick rinse will do.
Mud brushes off when dry.
All parts can go in the machine.
The water just carries everything off.
The inside is smooth so nothing stays behind.
Spots wipe off.
Thirty degrees, hung up, like new.
You can get into every corner with a brush.
Dries fast after washing.
# looks -
An eyesore.
It looks cheap in real life.
The gold is more of a mustard yellow.
The brand name is printed across it in huge letters.
Makes me look twice my size.
Not something I would put in my living room.
The pattern looks like from my grandmother's time.
The blue light on the front spoils it.
The shade of pink is ghastly.
It does not hang nicely.
It makes the room look poor.
The colour is a dirty beige.
Looks like a toy.
Clashes with everything.
The big sticker cannot be taken off.
It is simply ugly.
The flowers look fake.
Unflattering cut.
The finish makes it look like a hospital.
# looks +
I get asked where I got it from.
Goes with everything in my kitchen.
Looks twice as dear as it was.
The colours are gorgeous.
An eye-catcher on the table.
Everybody admires it.
Simple and stylish.
Suits my living room.
My friends are green with envy.
Such a pretty pattern.
Elegant in black.
It makes the hall look bigger.
My guests all ask about it.
It matches my curtains.
A real jewel.
I like the plain shape.
It looks better than I dared to hope.
The green is wonderful.
Looks great on the balcony.
The pattern is cheerful.
Fits in with the old furniture.
It gives the room something special.
# price -
For that money I expect more.
You get the same for a third at the market.
It cost twice as much as it should.
A week later it was ten cheaper.
Money down the drain.
You pay for the name.
Refills cost more than the thing itself.
Save your money.
Not worth half of it.
Far too dear for a piece of plastic.
I feel ripped off.
The price went up overnight.
Costs as much as a proper one.
You end up paying twice.
I paid too much for this.
Elsewhere it is half.
Thirty for that, no thanks.
The dear one is not better than the cheap one.
For a few coins more you get a decent one.
It should cost five at most.
I regret every penny.
A rip-off.
Cheap is dear in the end.
# price +
Costs a fraction of what the shops ask.
At this price I will get another one.
Cannot complain for under ten.
Paid for itself within a month.
You will not find it cheaper.
Every penny well spent.
Half of what my friend paid for hers.
Good for the little it costs.
As good as one that costs three times as much.
I got it on offer and am more than happy.
You get a lot for little money.
For less than a lunch I got something I use daily.
The dear ones are no better.
My cleverest purchase this year.
For the price nothing to grumble about.
Two for the price of one.
Reduced by half when I bought it.
I would have paid twice that.
# delivery -
It took three weeks to get here.
The parcel was left in the rain.
Came a day after the birthday.
The courier threw it over the fence.
I stayed at home for nothing, nobody came.
It arrived in pieces.
Tracking said delivered and there was nothing.
The wrong house got my parcel.
Still waiting.
Dented on arrival.
It was smashed when I opened the parcel.
Came in three parcels on three days.
Had to pick it up from a depot miles away.
Promised for Tuesday, came on Saturday.
The glass was in shards when it came.
It never turned up.
One of the plates was cracked when we unpacked it.
Shipping cost more than they said.
The postman left it in the bin.
Six weeks and no sign of it.
Delivered to a neighbour I do not know.
The corner was crushed when it came.
It had been through the wars by the time it came.
The driver would not carry it up.
I had to chase the parcel for days.
Ordered express and it took a week.
Arrived squashed.
It was sent to my old address.
The pot was broken, soil all over the parcel.
It should have been here before our holiday.
# delivery +
Ordered at night, there the next day.
It was here two days earlier than promised.
The courier even carried it upstairs.
Came quickly and in one piece.
Arrived in time for the party.
Nothing was broken on arrival.
I could follow where the parcel was at all times.
Swift shipping.
Two days and it was in my hands.
Sooner than I thought.
Came well before the holiday.
The driver rang before he came.
Arrived without a scratch.
Right on the day they had said.
Sent the same afternoon.
# packaging -
A tiny item in a gigantic box full of plastic.
It rattled about in a carton without any padding.
You need scissors and patience to get it out.
The box was open and had been taped up again.
Somebody had used it before me.
Wrapped in so much film that I filled a bin.
No bubble wrap although it is glass.
The carton was torn and dirty.
Styrofoam crumbs all over my carpet.
The original box had a big sticker on it.
It had been sent back by somebody else, there was hair on it.
The sealed bag was open.
The bottle was loose in a bag.
Three boxes inside each other for one ring.
The seal was broken.
There were fingerprints and crumbs on it.
The box had been opened by somebody.
It came in a plain bag, not fit for giving.
All that plastic for such a small thing.
It was not protected in any way.
The wrapper cannot be opened without a saw.
It had clearly been used and packed up again.
# packaging +
Each glass was wrapped by itself.
The box is so pretty that I kept it.
No plastic at all, only cardboard.
Packed so that nothing could happen to it.
Came in a neat little tin.
Easy to unwrap.
Plenty of padding around it.
The parcel was small and without waste.
Well padded, nothing could shift.
The box alone is worth it.
It was wrapped with care.
Paper instead of plastic, I like that.
Sealed and clean.
Sturdy carton.
# seller -
Nobody answers my mails.
They want me to pay for sending it back.
I have been waiting for my refund for two months.
Three messages and no reply.
They told me it was my own fault.
The guarantee is not worth the paper.
They offered me a voucher instead of my money.
The helpline is never reached.
Was asked to take my review down.
They sent the same wrong one again.
Refuse to exchange it.
No invoice, although I asked twice.
They wanted a photo, then another, then silence.
I wrote four times and got the same text back.
They blame the carrier, the carrier blames them.
They would not take it back.
The number on the invoice is dead.
I was promised a spare part that never came.
Only half of the money was paid back.
They say the warranty does not cover it.
The shop vanished.
They ignored my complaint.
I was to send it back to the other end of the world at my own cost.
Very rude on the phone.
# seller +
They sent me a new one the same day.
Got my money back without a discussion.
Had an answer within the hour.
The maker posted the missing screw at no cost.
A friendly lady on the phone sorted it out.
They rang me to ask whether all was well.
No questions asked, replaced at once.
Even after a year they honoured the guarantee.
They care about their customers.
Customer service was quick and kind.
They replaced the broken one without asking.
I had my refund the next day.
The seller answered all my questions.
A new lid was sent for free.
They apologised and sent a replacement.
Friendly people who know their trade.
The firm stands by what it sells.
# gift -
My niece unwrapped it and it was broken, she was in tears.
I was embarrassed to hand it over.
Not something you can give away in that box.
She put it in a drawer and never took it out again.
As a birthday present it was a let-down.
I would be ashamed to give that to anybody.
For a present it looked too shabby.
My friend was polite about it, but she did not like it.
The children played with it for five minutes.
I could not give it to her like that.
My wife was not impressed.
# gift +
My mother cried when she unwrapped it.
Got it for my brother and he uses it daily.
The perfect thing for somebody who has everything.
She has not put it down since Christmas.
Everybody at the baby shower wanted one.
Made my father's day.
The children fought over it on Christmas Eve.
My husband was over the moon with it.
Bought three more for my sisters.
My dad loves it.
He was so happy with it on his birthday.
A lovely thing to bring to a house-warming.
My sister wanted one straight away.
My girlfriend was delighted.
The grandchildren play with it every day.
A hit at the office party.
The teacher was touched.
Bought as a stocking filler and it went down well.
# compatibility -
The plug is of another standard.
Does not go with the newer model.
My phone with its case on does not go in.
The thread is a different one from the tap at home.
It would not pair with my tablet.
Needs an app that my phone cannot run.
Does not work on induction.
The refills of other makers do not go in.
The bulb has another base.
Not for square rails.
My computer does not recognise it.
Drops the connection every few minutes.
It only works with their own capsules.
Wireless does not reach to the next room.
The charger of my other one does not work with it.
My car has another connector.
Not for left-handers.
Does not go on a round tube.
The app wants an account and then finds nothing.
It cannot find our network.
Keeps dropping the link to my phone.
The pods of the old machine do not go in.
Only for the old series, nobody says so.
Does not work on a glass hob.
My bank card does not go in the slots.
The attachment of my old drill does not fit in.
# compatibility +
Works with all my old filters.
Goes with every bottle I have.
Paired with my phone on the first try.
The computer knew it at once.
The adapter goes with any tap.
Works on gas and on induction.
Clicks on to the old rail as well.
The connection is steady through two walls.
Takes ordinary batteries from the shop.
It works with the charger of my phone.
Goes on every broom handle.
Any standard bag goes in.
Found my headset at once.
I could use the spare parts of the old one.
The app found it in a second.
It runs with every system we have.
Suits left-handers as well.
# function -
It does nothing.
I see no difference at all.
The peeler takes off half of the potato.
Weeds came back after a week.
The mice ate the bait and went home.
My hair looks the same as before.
The blade tears instead of cutting.
Does not get the dirt out.
It shows a wrong reading every time.
The scale says something else each time you step on it.
Only does what it should one time in three.
The mosquitoes are still here.
It cuts unevenly.
Leaves half of the snow lying.
I am back to using my old one.
The alarm did not go off.
It just pushes the dust around.
The mop leaves streaks.
The glue does not glue.
The cream did nothing for my skin.
Does not do what it says.
Totally pointless.
The picture is blurred.
It counts steps while I am sitting.
Not one fly was caught.
The dough stays lumpy.
My coffee comes out like dishwater.
My nails broke all the same.
It removes nothing.
The tracker put me in another town.
It loses ten minutes a day.
The razor pulls the hair out.
The seeds did not come up.
My cat ignores it.
The ice cream never set.
The signal is so weak that it breaks off.
The toy does not do the trick it is meant to do.
The iron leaves creases.
Scratches the glass instead of cleaning it.
The sealant never dried.
The knife will not cut a tomato.
The sensor does not notice me.
It went off at three in the morning for nothing.
No effect whatsoever.
The rice was burnt below and raw on top.
It vacuums nothing up.
Water does not run off it.
The marker could not be seen on dark cloth.
Puts out a pathetic trickle.
# function +
Cuts through bread like butter.
My skin cleared up in a week.
The slugs have stayed away since.
Picks up every crumb.
Pancakes come out golden on both sides.
The stain was gone in one go.
It does exactly what I wanted.
The reading agrees with the one at the doctor's.
My plants have doubled in size.
The drain runs free again.
The weeds come out with the root.
My knee is much better since I use it.
Saves me an hour every week.
The birds found it within a day.
Chops onions in seconds.
Makes the best popcorn.
It solved our problem with the draught.
My son learnt to tie his shoes with it.
No more tangled cables.
Does what it should.
Not a mouse in the house since.
My bread rises as never before.
Ten minutes and the kitchen shines.
I have my balance back.
The ants were gone on the second day.
Ground the beans evenly.
My son finally sleeps through the night.
Gets even baked-on grease off.
It found the pipe behind the wall.
The eggs come out just right.
Sharpened my old knives so that they cut paper.
Our grass is green again.
My ironing is done in half the time.
Catches every drop.
The clock keeps time to the second.
It makes chopping a pleasure.
I got rid of the scratches on my car.
My tomatoes are ripe two weeks earlier.
The stains came off at once.
Works first time every time.
The shower has real pressure now.
It reads my old discs without trouble.
# other 0
I bought this last week.
My daughter is six years old.
We live on the third floor.
It is for my mother.
Ordered the blue one.
I have had several of these over the years.
We go camping every summer.
This is my first review.
I am a nurse and stand all day.
Read the other reviews before buying.
We have a small dog.
I use it every morning before work.
Bought one for me and one for my sister.
Our old one was ten years old.
I was not sure at first.
Let me start at the beginning.
Anyway.
What more can I say?
That is all.
I work from home.
It was raining that day.
My husband hung it up on Sunday.
I will see how it goes.
Will update this after a few months.
I am not a professional.
It stands in the hall.
I looked for something like this for a long time.
So I ordered it in the evening.
We were on holiday by the sea.
As a student I do not have much time.
Then came the winter.
I tried it on Saturday.
There are three of us.
You know how it is.
The children were at school.
He is a carpenter.
For comparison I also got one from the supermarket.
It has four of them.
The box says forty.
I put it in the kitchen.
First some facts.
My doctor told me to get one.
This is the second time I order from here.
It was for our holiday flat.
I have a small kitchen.
My son plays football twice a week.
The colour is blue.
I measured first and then ordered.
We moved house in May.
I got the medium one.
Somebody at work told me about it.
It is used by three people.
I have never owned one before.
My previous one was a present.
I wrote this after a week.
I weigh ninety kilos and am 1.85 tall.
We have a cat and two rabbits.
It is meant for the guest room.
I am seventy-two.
I wanted to wait before writing.
First impressions.
Two stars.
So here is my view.
I took the ten-piece set.
Do not ask me why.
There are many of these about.
I had it next to my bed.
My neighbour has the same.
We put it in the shed.
I have had it for a month.
Let us see.
It is what it is.
`;

const KINDS = { '-': 'gripe', '+': 'praise', '0': null } as const;

/** Sayings of a text in the form above. @example sayingsIn('# leaks -\nIt drips.') // => [{"concept":"leaks","kind":"gripe","text":"It drips."}] */
export const sayingsIn = (text: string): Saying[] =>
  text
    .split(/^# /m)
    .slice(1)
    .flatMap((block) => {
      const [head = '', ...lines] = block.split('\n');
      const [concept = '', sign = '0'] = head.trim().split(' ');
      const kind = KINDS[sign as keyof typeof KINDS];
      return lines
        .filter(Boolean)
        .map((line) => ({ concept: kind === null ? null : concept, kind, text: line.trim() }));
    });
export const SAYINGS: readonly Saying[] = [...sayingsIn(TEXT), ...sayingsIn(OTHER_VOICES)];
